package aestimo.app.door;

import io.nayuki.qrcodegen.QrCode;

/**
 * A code that a telephone reads, to be drawn as one SVG path.
 *
 * @param side in modules, with the white edge it needs
 * @param path its dark modules
 */
public record QrPicture(int side, String path) {
    private static final int EDGE = 4;

    static QrPicture of(String text) {
        QrCode code = QrCode.encodeText(text, QrCode.Ecc.MEDIUM);
        StringBuilder path = new StringBuilder();
        for (int y = 0; y < code.size; y++) {
            for (int x = 0; x < code.size; x++) {
                if (code.getModule(x, y)) {
                    path.append('M')
                            .append(x + EDGE)
                            .append(',')
                            .append(y + EDGE)
                            .append("h1v1h-1z");
                }
            }
        }
        return new QrPicture(code.size + 2 * EDGE, path.toString());
    }
}
