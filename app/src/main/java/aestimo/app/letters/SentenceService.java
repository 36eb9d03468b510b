package aestimo.app.letters;

import aestimo.app.figures.ClassFigures;
import aestimo.app.figures.Figure;
import aestimo.app.letters.LetterMapper.GroupRow;
import aestimo.app.letters.SentenceGroup.Only;
import aestimo.app.letters.SentenceGroup.Stretch;
import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.NotFoundException;
import aestimo.app.web.Problems;
import aestimo.exchange.table.Table;
import java.math.BigDecimal;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** A teacher's sentence groups: kept once, used by any class and letter. */
@Service
public class SentenceService {
    static final int LONGEST_NAME = 60;
    static final int LONGEST_WORDING = 1000;
    static final int LONGEST_KEY = 200;
    static final int MOST_STRETCHES = 20;
    static final int MOST_WORDINGS = 20;
    static final int MOST_CONDITIONS = 10;
    static final int MOST_GROUPS = 300;

    private final LetterMapper mapper;
    private final GroupFiles files;
    private final JsonMapper json;

    SentenceService(LetterMapper mapper, GroupFiles files, JsonMapper json) {
        this.mapper = mapper;
        this.files = files;
        this.json = json;
    }

    @Transactional(readOnly = true)
    public List<SentenceGroup> groups(TeacherId teacher) {
        return mapper.findGroups(teacher).stream().map(this::group).toList();
    }

    /** @throws NotFoundException when the teacher has no such group */
    @Transactional(readOnly = true)
    public SentenceGroup group(TeacherId teacher, long id) {
        return groups(teacher).stream()
                .filter(own -> own.id() == id)
                .findFirst()
                .orElseThrow(() -> new NotFoundException("sentence group"));
    }

    private SentenceGroup group(GroupRow row) {
        return new SentenceGroup(
                row.id(),
                row.name(),
                row.figure(),
                json.readValue(row.stretches(), new TypeReference<List<Stretch>>() {}),
                json.readValue(row.onlyWhere(), new TypeReference<List<Only>>() {}),
                row.version());
    }

    /**
     * Keeps a group, a new one where the form has no id.
     *
     * @param at the class it is looked at in
     * @return its id
     * @throws FormException naming everything that will not do, or when it was saved elsewhere meanwhile
     */
    @Transactional
    public long save(TeacherId teacher, ClassFigures at, GroupForm form) {
        SentenceGroup checked = check(at, form);
        if (mapper.countGroupsNamed(teacher, form.name(), form.id()) > 0) {
            throw FormException.at("name", "There is a group “" + form.name() + "” already. Choose another name.");
        }
        GroupRow row = row(checked);
        if (form.id() == 0) {
            if (mapper.findGroups(teacher).size() >= MOST_GROUPS) {
                throw new FormException("There are " + MOST_GROUPS + " groups already. Delete one you no longer use.");
            }
            return Optional.ofNullable(mapper.insertGroup(teacher, row))
                    .orElseThrow(() -> FormException.at(
                            "name", "There is a group “" + form.name() + "” already. Choose another name."));
        }
        if (mapper.updateGroup(teacher, row) == 0) {
            group(teacher, form.id());
            throw new FormException(
                    "The group was saved in another window meanwhile. What you typed is still here, not saved; save again to replace that.");
        }
        return form.id();
    }

    private GroupRow row(SentenceGroup group) {
        return new GroupRow(
                group.id(),
                group.name(),
                group.figure(),
                json.writeValueAsString(group.stretches()),
                json.writeValueAsString(group.only()),
                group.version());
    }

    /** The group as typed, for looking at it before it is saved; what is no number is left out. */
    SentenceGroup tried(GroupForm form) {
        List<Stretch> stretches = form.lines().stream()
                .map(line -> new Stretch(
                        number(line.from()).orElse(null),
                        GroupForm.steps(line.steps()),
                        line.wordings(),
                        line.silent()))
                .toList();
        return new SentenceGroup(form.id(), form.name(), form.figure(), stretches, form.only(), form.version());
    }

    private SentenceGroup check(ClassFigures at, GroupForm form) {
        Problems problems = new Problems();
        if (form.name().isEmpty() || form.name().length() > LONGEST_NAME) {
            problems.at("name", "A group needs a name of 1 to " + LONGEST_NAME + " letters, such as Fieldwork.");
        }
        Optional<Figure> figure = LetterFigures.figure(at, form.figure());
        if (form.figure().length() > LONGEST_KEY
                || (!form.figure().isEmpty() && figure.isEmpty() && !KnownFigures.isNamed(form.figure()))) {
            problems.at(
                    "figure",
                    "This class has no such figure. Choose one of those offered, or none to say the same of everybody.");
        }
        if (form.lines().isEmpty() || form.lines().size() > MOST_STRETCHES) {
            problems.add("A group has 1 to " + MOST_STRETCHES + " stretches.");
        }
        // Of a category another class has, the stretches themselves tell what it is.
        boolean numbers = figure.map(own -> own.type().isNumber())
                .orElse(!form.figure().isEmpty()
                        && form.lines().stream().allMatch(line -> line.steps().isEmpty()));
        for (int i = 0; i < form.lines().size(); i++) {
            checkLine(at, form, i, numbers, problems);
        }
        if (form.only().size() > MOST_CONDITIONS) {
            problems.add("There are over " + MOST_CONDITIONS + " conditions.");
        }
        for (int i = 0; i < form.only().size(); i++) {
            checkOnly(at, form.only().get(i), i, problems);
        }
        problems.refuse();
        return tried(form);
    }

    private static void checkLine(ClassFigures at, GroupForm form, int i, boolean numbers, Problems problems) {
        GroupForm.Line line = form.lines().get(i);
        boolean last = i == form.lines().size() - 1;
        if (numbers && !last && number(line.from()).isEmpty()) {
            problems.at("from", i, "“" + line.from() + "” is not a number such as 55 or 62.5.");
        } else if (numbers && i > 0 && !line.from().isEmpty()) {
            Optional<BigDecimal> above = number(form.lines().get(i - 1).from());
            Optional<BigDecimal> own = number(line.from());
            if (own.isEmpty()
                    || above.filter(it -> it.compareTo(own.get()) <= 0).isPresent()) {
                problems.at(
                        "from",
                        i,
                        "The stretches go down: “" + line.from() + "” must be a number below "
                                + above.map(BigDecimal::toPlainString).orElse("the one before") + ".");
            }
        }
        if (!numbers
                && !form.figure().isEmpty()
                && GroupForm.steps(line.steps()).isEmpty()) {
            problems.at("steps", i, "Say what the figure is here, such as up or 6, 7.");
        }
        if (line.wordings().size() > MOST_WORDINGS) {
            problems.add("A stretch has over " + MOST_WORDINGS + " sentences.");
        }
        for (String wording : line.wordings()) {
            Words words = Words.of(wording);
            if (wording.length() > LONGEST_WORDING) {
                problems.add(
                        "A sentence has over " + LONGEST_WORDING + " letters: “" + wording.substring(0, 40) + "…”.");
            }
            if (!words.groups().isEmpty()) {
                problems.add("A sentence cannot hold another group: “" + wording + "”.");
            }
            KnownFigures.problem(at, words).ifPresent(problems::add);
        }
    }

    private static void checkOnly(ClassFigures at, Only only, int i, Problems problems) {
        only.condition(at)
                .ifPresentOrElse(
                        condition ->
                                condition.problem(List.of(at)).ifPresent(words -> problems.at("onlyValue", i, words)),
                        () -> problems.at(
                                "onlyFigure",
                                i,
                                "This class has no such figure. Choose another, or delete the condition."));
    }

    /**
     * Imports groups from a file, all or none; a name that is taken gets a number.
     *
     * @return how many
     * @throws FormException naming the first group that will not do, and why
     */
    @Transactional
    public int importGroups(TeacherId teacher, ClassFigures at, byte[] file) {
        List<SentenceGroup> groups = files.read(file);
        if (groups.isEmpty()) {
            throw new FormException("The file holds no sentence group. Nothing was imported.");
        }
        for (SentenceGroup group : groups) {
            try {
                check(at, GroupForm.of(group));
            } catch (FormException refused) {
                throw new FormException(refused.problems().stream()
                        .map(words -> "“" + group.name() + "”: " + words)
                        .toList());
            }
        }
        return add(teacher, groups).size();
    }

    /** All groups as JSON. */
    @Transactional(readOnly = true)
    public String asJson(TeacherId teacher) {
        return files.json(groups(teacher));
    }

    /** All groups as a table, a line for each sentence. */
    @Transactional(readOnly = true)
    public Table asTable(TeacherId teacher) {
        return GroupFiles.table(groups(teacher));
    }

    static Optional<BigDecimal> number(String text) {
        return text.matches("[-+]?[0-9]{1,6}([.][0-9]{1,4})?") ? Optional.of(new BigDecimal(text)) : Optional.empty();
    }

    /** Lets a group follow other names of what it speaks of. */
    @Transactional
    void rename(TeacherId teacher, SentenceGroup renamed) {
        mapper.updateGroup(teacher, row(renamed));
    }

    /** Alters the wordings of a group, each by itself; of one that is gone nothing. */
    @Transactional
    void mend(TeacherId teacher, long id, UnaryOperator<String> mended) {
        groups(teacher).stream().filter(own -> own.id() == id).forEach(own -> {
            List<Stretch> stretches = own.stretches().stream()
                    .map(stretch -> new Stretch(
                            stretch.from(),
                            stretch.steps(),
                            stretch.wordings().stream().map(mended).toList(),
                            stretch.silent()))
                    .toList();
            mapper.updateGroup(
                    teacher,
                    row(new SentenceGroup(id, own.name(), own.figure(), stretches, own.only(), own.version())));
        });
    }

    /** @throws NotFoundException when the teacher has no such group */
    @Transactional
    public void remove(TeacherId teacher, long id) {
        if (mapper.deleteGroup(teacher, id) == 0) {
            throw new NotFoundException("sentence group");
        }
    }

    /**
     * Keeps groups that came from a file or are ready-made, under names that are free.
     *
     * @return their ids by the names they came with
     */
    @Transactional
    public List<Long> add(TeacherId teacher, List<SentenceGroup> groups) {
        if (mapper.findGroups(teacher).size() + groups.size() > MOST_GROUPS) {
            throw new FormException("That would make over " + MOST_GROUPS + " groups. Delete some first.");
        }
        List<Long> ids = new ArrayList<>();
        for (SentenceGroup group : groups) {
            ids.add(FreeName.insert(
                    group.name(),
                    LONGEST_NAME,
                    free -> mapper.insertGroup(
                            teacher,
                            row(new SentenceGroup(0, free, group.figure(), group.stretches(), group.only(), 1)))));
        }
        return ids;
    }
}
