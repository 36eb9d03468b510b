package aestimo.app.paper;

import com.openhtmltopdf.extend.FSObjectDrawer;
import com.openhtmltopdf.extend.OutputDevice;
import com.openhtmltopdf.render.RenderingContext;
import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Line2D;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.w3c.dom.Element;

/**
 * Draws strips of dots onto paper as vectors. A class's sheets hold thousands of them, and each as a picture of its own
 * format would take more memory than the server has.
 */
final class StripDrawer implements FSObjectDrawer {
    static final String TYPE = "aestimo/strip";

    /** The units strips are laid out in. */
    private static final double WIDTH = 220;

    private static final Color GROUND = new Color(0xd9d2c3);
    private static final Color INK = new Color(0x1d2733);
    private static final Color OTHERS = new Color(0x4f9a8b);
    private static final Color OWN = new Color(0x1c7268);

    @Override
    public @Nullable Map<Shape, String> drawObject(
            Element strip,
            double x,
            double y,
            double width,
            double height,
            OutputDevice device,
            RenderingContext context,
            int dotsPerPixel) {
        float wide = (float) width / dotsPerPixel;
        device.drawWithGraphics(
                (float) x,
                (float) y,
                wide,
                (float) height / dotsPerPixel,
                graphics -> draw(strip, graphics, wide / WIDTH));
        return null;
    }

    private static void draw(Element strip, Graphics2D graphics, double scale) {
        graphics.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        graphics.transform(AffineTransform.getScaleInstance(scale, scale));
        graphics.setStroke(new BasicStroke(1));
        graphics.setColor(GROUND);
        graphics.draw(new Line2D.Double(6, 19, WIDTH - 6, 19));
        graphics.setColor(OTHERS);
        for (String dot : strip.getAttribute("data-dots").split(" ")) {
            fill(graphics, dot, 3);
        }
        double median = Double.parseDouble(strip.getAttribute("data-median"));
        graphics.setColor(INK);
        graphics.draw(new Line2D.Double(median, 3, median, 21));
        graphics.setColor(OWN);
        fill(graphics, strip.getAttribute("data-own"), 5);
    }

    /** @param dot its place, as “x,y”; nothing where there is none */
    private static void fill(Graphics2D graphics, String dot, double radius) {
        int comma = dot.indexOf(',');
        if (comma > 0) {
            double x = Double.parseDouble(dot.substring(0, comma));
            double y = Double.parseDouble(dot.substring(comma + 1));
            graphics.fill(new Ellipse2D.Double(x - radius, y - radius, 2 * radius, 2 * radius));
        }
    }
}
