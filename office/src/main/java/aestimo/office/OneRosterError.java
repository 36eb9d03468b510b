package aestimo.office;

import java.util.List;
import java.util.Map;

/** A refusal as OneRoster writes it. */
class OneRosterError extends RuntimeException {
    private final int status;
    private final String code;

    /**
     * @param status of HTTP
     * @param code the standard's own, such as {@code unknownobject}
     */
    OneRosterError(int status, String code, String description) {
        super(description);
        this.status = status;
        this.code = code;
    }

    int status() {
        return status;
    }

    Map<String, Object> body() {
        return Map.of(
                "imsx_codeMajor",
                "failure",
                "imsx_severity",
                "error",
                "imsx_description",
                getMessage(),
                "imsx_CodeMinor",
                Map.of(
                        "imsx_codeMinorField",
                        List.of(Map.of(
                                "imsx_codeMinorFieldName", "TargetEndSystem", "imsx_codeMinorFieldValue", code))));
    }
}
