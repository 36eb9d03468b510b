package aestimo.app.roll;

import aestimo.app.web.FormException;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.Iterator;
import java.util.Locale;
import java.util.Set;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;
import javax.imageio.stream.ImageInputStream;

/** Makes a small JPEG anew from a picture, so that nothing else a file carries is kept: no place, no name, no trick. */
final class Photo {
    private static final int LONGEST_SIDE = 240;
    private static final int LARGEST_FILE = 10 * 1024 * 1024;
    /** More than any camera has; a picture that claims more is refused before it is unpacked. */
    private static final long MOST_PIXELS = 50_000_000L;

    private static final Set<String> FORMATS = Set.of("JPEG", "PNG");

    private Photo() {}

    /** @throws FormException when it is no JPEG or PNG picture, or too large a one */
    static byte[] small(byte[] file) {
        if (file.length > LARGEST_FILE) {
            throw new FormException("The photo is larger than 10 MB. Choose a smaller one.");
        }
        try {
            BufferedImage image = read(file);
            double scale = Math.min(1.0, (double) LONGEST_SIDE / Math.max(image.getWidth(), image.getHeight()));
            int width = Math.max(1, (int) Math.round(image.getWidth() * scale));
            int height = Math.max(1, (int) Math.round(image.getHeight() * scale));
            BufferedImage small = new BufferedImage(width, height, BufferedImage.TYPE_INT_RGB);
            Graphics2D pen = small.createGraphics();
            pen.setRenderingHint(RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
            pen.drawImage(image, 0, 0, width, height, Color.WHITE, null);
            pen.dispose();
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            ImageIO.write(small, "jpeg", out);
            return out.toByteArray();
        } catch (IOException | RuntimeException broken) {
            if (broken instanceof FormException refused) {
                throw refused;
            }
            throw new FormException("The photo cannot be read. Choose a JPEG or PNG picture.");
        }
    }

    private static BufferedImage read(byte[] file) throws IOException {
        try (ImageInputStream in = ImageIO.createImageInputStream(new ByteArrayInputStream(file))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) {
                throw new FormException("That is no picture. Choose a JPEG or PNG picture.");
            }
            ImageReader reader = readers.next();
            try {
                if (!FORMATS.contains(reader.getFormatName().toUpperCase(Locale.ROOT))) {
                    throw new FormException("That is a picture of another kind. Choose a JPEG or PNG picture.");
                }
                reader.setInput(in, true, true);
                if ((long) reader.getWidth(0) * reader.getHeight(0) > MOST_PIXELS) {
                    throw new FormException("The photo has over 50 million pixels. Choose a smaller one.");
                }
                // Every second, third … pixel where there are far more than are kept: a fraction of the memory.
                var parameters = reader.getDefaultReadParam();
                int step = Math.max(1, Math.max(reader.getWidth(0), reader.getHeight(0)) / (LONGEST_SIDE * 4));
                parameters.setSourceSubsampling(step, step, 0, 0);
                return reader.read(0, parameters);
            } finally {
                reader.dispose();
            }
        }
    }
}
