package aestimo.app.targets;

import aestimo.app.book.BookService;
import aestimo.app.roll.StartingScoreService;
import aestimo.app.store.TeacherId;
import aestimo.app.targets.TargetMapper.StepRow;
import aestimo.app.web.FormException;
import aestimo.app.web.Problems;
import aestimo.core.boundary.Band;
import aestimo.core.boundary.Boundaries;
import aestimo.core.targets.ScoreTable;
import aestimo.core.value.Mark;
import aestimo.core.value.OutOf;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the tables from starting score to band by which targets are suggested. */
@Service
class ScoreTableService {
    private final TargetMapper mapper;
    private final BookService books;
    private final StartingScoreService scores;

    ScoreTableService(TargetMapper mapper, BookService books, StartingScoreService scores) {
        this.mapper = mapper;
        this.books = books;
        this.scores = scores;
    }

    /** The class's table from score to band; empty where the teacher has made none. */
    @Transactional(readOnly = true)
    public ScoreTable of(TeacherId teacher, long classId) {
        return ScoreTable.of(mapper.findSteps(teacher, classId).stream()
                .map(row -> new ScoreTable.Step(row.fromScore(), row.band()))
                .toList());
    }

    /**
     * Keeps the table from score to band.
     *
     * @param lines scores and labels as typed; lines with both empty are left out
     * @throws FormException naming every line that will not do
     */
    @Transactional
    public void save(TeacherId teacher, long classId, List<List<String>> lines) {
        Boundaries bands = books.open(teacher, classId).book().boundaries();
        OutOf top = scores.top(teacher, classId);
        Problems problems = new Problems();
        List<ScoreTable.Step> steps = new ArrayList<>();
        for (int i = 0; i < lines.size(); i++) {
            int place = i;
            List<String> line = lines.get(i);
            String label = line.get(1);
            if (line.get(0).isEmpty()) {
                continue;
            }
            Optional<Mark> from = StartingScoreService.parse(
                    line.get(0), top, "A score of the table", words -> problems.at("from", place, words));
            Optional<Band> band = TargetService.labelled(bands, label);
            if (band.isEmpty()) {
                problems.at("label", i, TargetService.noBand("From score " + line.get(0), label, bands));
            } else if (from.isPresent()) {
                steps.add(new ScoreTable.Step(from.get(), band.get().label()));
            }
        }
        problems.addAll(ScoreTable.problems(steps));
        problems.refuse();
        mapper.deleteSteps(teacher, classId);
        steps.forEach(step -> mapper.insertStep(teacher, classId, new StepRow(step.from(), step.label())));
    }
}
