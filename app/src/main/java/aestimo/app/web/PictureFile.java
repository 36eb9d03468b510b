package aestimo.app.web;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Base64;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Makes a small picture anew from a file, so that nothing else the file carries is kept: no place, no name, no trick. */
public final class PictureFile {
    private static final int LARGEST_FILE = 10 * 1024 * 1024;
    /** More than any camera has; a picture that claims more is refused before it is unpacked. */
    private static final long MOST_PIXELS = 50_000_000L;

    private static final Set<String> FORMATS = Set.of("JPEG", "PNG");

    private PictureFile() {}

    /**
     * A JPEG.
     *
     * @param longest of its sides, in pixels
     * @throws FormException when it is no JPEG or PNG picture, or too large a one
     */
    public static byte[] jpeg(byte[] file, int longest) {
        return small(file, longest, BufferedImage.TYPE_INT_RGB, "jpeg");
    }

    /** A JPEG as part of a page on paper, which fetches nothing. */
    public static String inline(byte[] jpeg) {
        return "data:image/jpeg;base64," + Base64.getEncoder().encodeToString(jpeg);
    }

    /** The same as a PNG, which may be seen through in places. */
    public static byte[] png(byte[] file, int longest) {
        return small(file, longest, BufferedImage.TYPE_INT_ARGB, "png");
    }

    private static byte[] small(byte[] file, int longest, int colours, String format) {
        if (file.length > LARGEST_FILE) {
            throw new FormException("The picture is larger than 10 MB. Choose a smaller one.");
        }
        try {
            BufferedImage image = read(file, longest);
            double scale = Math.min(1.0, (double) longest / Math.max(image.getWidth(), image.getHeight()));
            int width = Math.max(1, (int) Math.round(image.getWidth() * scale));
            int height = Math.max(1, (int) Math.round(image.getHeight() * scale));
            BufferedImage small = new BufferedImage(width, height, colours);
            Graphics2D pen = small.createGraphics();
            pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
            // What cannot be seen through shows white where the picture could.
            pen.drawImage(image, 0, 0, width, height, colours == BufferedImage.TYPE_INT_RGB ? Color.WHITE : null, null);
            pen.dispose();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(small, format, out);
            return out.toByteArray();
        } catch (IOException | RuntimeException broken) {
            if (broken instanceof FormException refused) {
                throw refused;
            }
            throw new FormException("The picture cannot be read. Choose a JPEG or PNG picture.");
        }
    }

    private static BufferedImage read(byte[] file, int longest) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new FormException("That is not a picture. Choose a JPEG or PNG picture.");
            }
            ImageReader reader = readers.next();
            try {
                if (!FORMATS.contains(reader.getFormatName().toUpperCase(Locale.ROOT))) {
                    throw new FormException("That is a picture of another kind. Choose a JPEG or PNG picture.");
                }
                reader.setInput(in, true, true);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                    throw new FormException("The picture has over 50 million pixels. Choose a smaller one.");
                }
                // Every second, third … pixel where there are far more than are kept: a fraction of the memory.
                var parameters = reader.getDefaultReadParam();
                int step = Math.max(1, Math.max(reader.getWidth(0), reader.getHeight(0)) / (longest * 4));
                parameters.setSourceSubsampling(step, step, 0, 0);
                return reader.read(0, parameters);
            } finally {
                reader.dispose();
            }
        }
    }
}
