package aestimo.app.sealing;

import java.util.List;
import java.util.Set;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;

/** A markbook file without what tells who one of its students was. */
public final class NamelessMarkbook {
    /** Words a teacher wrote about somebody; figures come from none of them. */
    private static final Set<String> WORDS = Set.of("note", "memo", "reason", "comment");

    private static final JsonMapper JSON = JsonMapper.builder()
            .enable(DeserializationFeature.USE_BIG_DECIMAL_FOR_FLOATS)
            .build();

    private NamelessMarkbook() {}

    /**
     * @param id as the file calls the student
     * @param instead the name in place of the student's own, “Family, given”
     */
    public static String of(String markbook, String id, String instead) {
        JsonNode root = JSON.readTree(markbook);
        List<String> parts = List.of(instead.split(", ", 2));
        for (JsonNode student : root.path("students")) {
            if (student instanceof ObjectNode own && id.equals(own.path("id").asString(""))) {
                own.put("family", parts.get(0));
                own.put("given", parts.size() > 1 ? parts.get(1) : "");
                own.remove("number");
            }
        }
        forget(root, id);
        return JSON.writeValueAsString(root);
    }

    private static void forget(JsonNode node, String id) {
        if (node instanceof ObjectNode object
                && id.equals(object.path("student").asString(""))) {
            object.remove(WORDS);
        }
        node.forEach(child -> forget(child, id));
    }
}
