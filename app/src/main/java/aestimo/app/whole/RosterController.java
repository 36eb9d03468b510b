package aestimo.app.whole;

import aestimo.app.account.SignedInTeacher;
import aestimo.app.frame.FrameService;
import aestimo.app.school.Connection;
import aestimo.app.school.SchoolException;
import aestimo.app.school.SchoolRosters;
import aestimo.app.school.SchoolService;
import aestimo.app.web.FormException;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.exchange.oneroster.OneRosterZip;
import aestimo.exchange.oneroster.SchoolRoster;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.IOException;
import java.util.List;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.json.JsonMapper;

/** Classes from the school's roster. What was read goes with the page until it is kept, so that nothing is kept before. */
@Controller
@RequestMapping("/classes/roster")
class RosterController {
    private static final int LONGEST_ROSTER = 1_500_000;

    private final RosterService rosters;
    private final FrameService frames;
    private final SchoolService school;
    private final SchoolRosters service;
    private final JsonMapper json;

    RosterController(
            RosterService rosters, FrameService frames, SchoolService school, SchoolRosters service, JsonMapper json) {
        this.rosters = rosters;
        this.frames = frames;
        this.school = school;
        this.service = service;
        this.json = json;
    }

    @GetMapping
    String begin(@AuthenticationPrincipal SignedInTeacher teacher, Model model) {
        model.addAttribute(
                "frame",
                frames.ofDesk(
                        teacher,
                        "From the school's roster",
                        "OneRoster 1.2, from its service or a zip of CSV files",
                        "years"));
        model.addAttribute("connected", school.connection(teacher.id()).isPresent());
        return "whole/roster";
    }

    @PostMapping
    String look(
            @AuthenticationPrincipal SignedInTeacher teacher,
            @RequestParam(name = "file", required = false) MultipartFile file,
            Model model)
            throws IOException {
        return Sent.ofFile(() -> {
                    if (file == null || file.isEmpty()) {
                        throw new FormException("Choose the roster first: a zip with a manifest.csv.");
                    }
                    if (!OneRosterZip.isOne(file.getBytes())) {
                        throw new FormException("The file is not a roster: it is not a zip with a manifest.csv.");
                    }
                    return shown(teacher, OneRosterZip.read(file.getBytes()), model);
                })
                .to(page -> page)
                .orShow(model, () -> begin(teacher, model));
    }

    /** The same from the school's service, where one is connected. */
    @PostMapping("/service")
    String lookAtService(@AuthenticationPrincipal SignedInTeacher teacher, Model model) throws UnreadableFileException {
        Optional<Connection> connection = school.connection(teacher.id());
        if (connection.isEmpty()) {
            return "redirect:/school";
        }
        try {
            return shown(teacher, service.roster(connection.get(), service.classes(connection.get())), model);
        } catch (SchoolException away) {
            model.addAttribute("problems", List.of(away.getMessage()));
            return begin(teacher, model);
        }
    }

    private String shown(SignedInTeacher teacher, SchoolRoster roster, Model model) throws UnreadableFileException {
        String kept = json.writeValueAsString(roster);
        if (kept.length() > LONGEST_ROSTER) {
            throw new UnreadableFileException(
                    "The roster holds far more than one teacher's classes. Ask for one with yours alone.");
        }
        return withProposals(teacher, roster, kept, model);
    }

    private String withProposals(SignedInTeacher teacher, SchoolRoster roster, String kept, Model model) {
        model.addAttribute("roster", roster);
        model.addAttribute("kept", kept);
        model.addAttribute("proposals", rosters.proposals(teacher.id(), roster));
        return begin(teacher, model);
    }

    @PostMapping("/save")
    String save(
            @AuthenticationPrincipal SignedInTeacher teacher,
            FormFields fields,
            Model model,
            RedirectAttributes flash) {
        SchoolRoster roster;
        try {
            roster = json.readValue(fields.raw("kept"), SchoolRoster.class);
        } catch (JacksonException broken) {
            model.addAttribute("problems", List.of("What was read of the roster is gone. Choose the file again."));
            return begin(teacher, model);
        }
        List<Integer> chosen = fields.texts("chosen").stream()
                .map(place -> (int) FormFields.toNumber(place))
                .toList();
        return Sent.of(() -> rosters.save(teacher.id(), roster, chosen))
                .saying(
                        flash,
                        made -> made.stream().map(RosterService.Kept::words).collect(Collectors.joining(" ")))
                .to(made -> made.size() == 1
                        ? "redirect:/classes/" + made.get(0).classId() + "/groundwork/students"
                        : "redirect:/")
                .orShow(model, () -> withProposals(teacher, roster, fields.raw("kept"), model));
    }
}
