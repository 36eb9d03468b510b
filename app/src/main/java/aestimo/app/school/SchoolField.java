package aestimo.app.school;

import java.util.List;

/** What else a school asks for with a result, such as behaviour, with the labels it may have. */
public record SchoolField(String name, List<String> labels) {}
