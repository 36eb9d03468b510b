package aestimo.app.picture;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.geom.Path2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import javax.imageio.ImageIO;

/** The picture over the terms as a PNG, for documents that hold no vectors. */
public final class AimPng {
    private static final int SHARP = 3;
    private static final Color REACHED = new Color(0x1c7268);
    private static final Color AIMED = new Color(0x7b3b63);
    private static final Color RULE = new Color(0xd9d2c3);
    private static final Color DIM = new Color(0x55606c);

    private AimPng() {}

    /** The picture as pages show it, three times as sharp. */
    public static byte[] of(AimPicture picture) throws IOException {
        int width = (int) picture.width();
        int height = (int) picture.height();
        BufferedImage image = new BufferedImage(width * SHARP, height * SHARP, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = image.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, image.getWidth(), image.getHeight());
        pen.scale(SHARP, SHARP);
        pen.setFont(new Font(Font.SANS_SERIF, Font.PLAIN, 9));
        for (AimPicture.Level level : picture.levels()) {
            pen.setColor(RULE);
            pen.drawLine((int) picture.left(), (int) level.y(), width, (int) level.y());
            pen.setColor(DIM);
            pen.drawString(level.words(), 2, (int) level.y() + 3);
        }
        picture.terms().forEach(label -> pen.drawString(label.words(), (int) label.x() - 6, height - 2));
        pen.setColor(AIMED);
        pen.setStroke(new BasicStroke(1.4f, BasicStroke.CAP_BUTT, BasicStroke.JOIN_ROUND, 1, new float[] {3, 2}, 0));
        draw(pen, picture.aims());
        pen.setColor(REACHED);
        pen.setStroke(new BasicStroke(2));
        draw(pen, picture.line());
        picture.dots().forEach(dot -> pen.fillOval((int) dot.x() - 3, (int) dot.y() - 3, 7, 7));
        pen.dispose();
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        ImageIO.write(image, "png", out);
        return out.toByteArray();
    }

    /** @param points as SVG takes them */
    private static void draw(Graphics2D pen, String points) {
        Path2D path = new Path2D.Double();
        for (String point : points.isEmpty() ? new String[0] : points.split(" ")) {
            double x = Double.parseDouble(point.substring(0, point.indexOf(',')));
            double y = Double.parseDouble(point.substring(point.indexOf(',') + 1));
            if (path.getCurrentPoint() == null) {
                path.moveTo(x, y);
            } else {
                path.lineTo(x, y);
            }
        }
        pen.draw(path);
    }
}
