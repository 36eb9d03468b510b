package aestimo.app.standing;

import aestimo.app.figures.Catalogue;
import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.web.FormFields;
import aestimo.app.web.NotFoundException;
import aestimo.core.working.Working;
import java.util.Map;
import java.util.Optional;

/** Finds the working of the figure a page asks for by its key: of a student, or else of the class or one of its sets. */
final class WorkingAsked {
    private WorkingAsked() {}

    /**
     * How the figure came about.
     *
     * @return empty where the student, class or set has no such figure
     * @throws NotFoundException when the class has no such figure or student
     */
    static Optional<Working> of(ClassFigures at, Map<String, String> parameters) {
        Figure figure = Catalogue.find(at, parameters.getOrDefault("figure", ""))
                .orElseThrow(() -> new NotFoundException("figure"));
        String student = parameters.get("student");
        if (student != null) {
            return figure.working(
                    at,
                    at.standing()
                            .of(at.classBook()
                                    .student(FormFields.toNumber(student))
                                    .id()));
        }
        Optional<String> set = Optional.of(parameters.getOrDefault("set", "")).filter(own -> !own.isEmpty());
        return set.isPresent() && !at.book().sets().contains(set.get())
                ? Optional.empty()
                : figure.groupWorking(at, set);
    }
}
