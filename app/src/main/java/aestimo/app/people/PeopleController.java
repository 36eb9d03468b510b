package aestimo.app.people;

import aestimo.app.book.ClassBook;
import aestimo.app.contacts.ContactService;
import aestimo.app.contacts.Reach;
import aestimo.app.frame.FrameService;
import aestimo.app.frame.OpenClass;
import aestimo.app.roll.Person;
import aestimo.app.roll.PhotoService;
import aestimo.app.roll.StudentService;
import aestimo.app.web.CarriedText;
import aestimo.app.web.Download;
import aestimo.app.web.FormFields;
import aestimo.app.web.Sent;
import aestimo.core.book.Student;
import aestimo.exchange.marks.Pages;
import aestimo.exchange.sheet.SheetReader;
import aestimo.exchange.sheet.UnreadableFileException;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.multipart.MultipartFile;
import org.springframework.web.servlet.mvc.support.RedirectAttributes;

/** Who is in the class, and whom to write to or call. */
@Controller
@RequestMapping("/classes/{classId}/room/people")
class PeopleController {
    private final FrameService frames;
    private final StudentService students;
    private final ContactService contacts;
    private final PhotoService photos;
    private final PeopleService people;

    PeopleController(
            FrameService frames,
            StudentService students,
            ContactService contacts,
            PhotoService photos,
            PeopleService people) {
        this.frames = frames;
        this.students = students;
        this.contacts = contacts;
        this.photos = photos;
        this.people = people;
    }

    /** @param name as in the list */
    record Line(long id, String name, String number, String set, Person person, Reach reach) {}

    @GetMapping
    String people(OpenClass open, Model model) {
        model.addAttribute("frame", frames.ofClass(open, "room/people"));
        Map<Long, Person> persons = students.people(open.teacher(), open.id());
        Map<Long, Reach> reach = contacts.ofClass(open.teacher(), open.id());
        model.addAttribute(
                "lines",
                present(open).stream()
                        .map(student -> new Line(
                                ClassBook.id(student),
                                student.listName(),
                                student.number(),
                                student.set().orElse(""),
                                persons.getOrDefault(ClassBook.id(student), Person.UNKNOWN),
                                reach.getOrDefault(ClassBook.id(student), Reach.NONE)))
                        .toList());
        model.addAttribute("sets", open.book().sets());
        model.addAttribute("set", open.parameters().getOrDefault("set", ""));
        return "people/people";
    }

    /** Those in the class today, of a set where the address names one. */
    private static List<Student> present(OpenClass open) {
        String set = open.parameters().getOrDefault("set", "");
        return open.book().students().stream()
                .filter(student -> student.isEnrolledOn(open.book().today()))
                .filter(student ->
                        set.isEmpty() || student.set().filter(set::equals).isPresent())
                .toList();
    }

    private static String title(OpenClass open) {
        String set = open.parameters().getOrDefault("set", "");
        return open.title() + (set.isEmpty() ? "" : ", " + set) + ", contacts";
    }

    @GetMapping("/contacts.vcf")
    void cards(OpenClass open, HttpServletResponse response) throws IOException {
        String cards = ContactFiles.cards(open.classBook(), present(open), contacts.ofClass(open.teacher(), open.id()));
        Download.file(
                response, title(open), "text/vcard;charset=UTF-8", ".vcf", cards.getBytes(StandardCharsets.UTF_8));
    }

    @GetMapping("/contacts.csv")
    void mailing(OpenClass open, HttpServletResponse response) throws IOException {
        Download.csv(
                response,
                ContactFiles.mailing(
                        open.classBook(), present(open), contacts.ofClass(open.teacher(), open.id()), title(open)));
    }

    /** Reads cards or a sheet, and shows what they would bring. */
    @PostMapping("/look")
    String look(
            OpenClass open,
            @RequestParam(name = "contacts", required = false) MultipartFile file,
            FormFields fields,
            Model model)
            throws IOException {
        return Sent.ofFile(() -> {
                    String text = text(file, fields.raw("pasted"), model);
                    model.addAttribute("pasted", text);
                    return people.look(open.teacher(), open.id(), text);
                })
                .to(source -> {
                    model.addAttribute("source", source);
                    return people(open, model);
                })
                .orShow(model, "importProblems", () -> people(open, model));
    }

    private static String text(@Nullable MultipartFile file, String pasted, Model model)
            throws IOException, UnreadableFileException {
        if (file == null || file.isEmpty()) {
            return checked(pasted);
        }
        String text = new String(file.getBytes(), StandardCharsets.UTF_8).replace("\uFEFF", "");
        if (ContactSource.isCards(text)) {
            return checked(text);
        }
        Pages pages = Pages.of(SheetReader.read(file.getBytes()));
        model.addAttribute("notes", pages.notes());
        return checked(pages.read().asTabbedText());
    }

    private static String checked(String text) {
        return CarriedText.checked(text, "contacts", "Export the contacts of this class alone, without pictures.");
    }

    @PostMapping("/import")
    String take(OpenClass open, FormFields fields, Model model, RedirectAttributes flash) throws IOException {
        return Sent.ofFile(() -> people.take(open.teacher(), open.id(), checked(fields.raw("pasted"))))
                .saying(flash, count -> count == 1 ? "1 contact is imported." : count + " contacts are imported.")
                .to(there(open))
                .orShow(model, "importProblems", () -> people(open, model));
    }

    private static String there(OpenClass open) {
        return "redirect:/classes/" + open.id() + "/room/people?" + open.span().query();
    }

    /** Photos of many at once, each named by its student's number. */
    @PostMapping("/photos")
    String photos(
            OpenClass open,
            @RequestParam(name = "photos", required = false) List<MultipartFile> files,
            Model model,
            RedirectAttributes flash)
            throws IOException {
        List<PhotoService.Chosen> chosen = new ArrayList<>();
        for (MultipartFile file : files == null ? List.<MultipartFile>of() : files) {
            if (!file.isEmpty()) {
                chosen.add(new PhotoService.Chosen(String.valueOf(file.getOriginalFilename()), file.getBytes()));
            }
        }
        return Sent.of(() -> {
                    PhotoService.Taken taken = photos.take(open.teacher(), open.id(), chosen);
                    flash.addFlashAttribute("refusedPhotos", taken.refused());
                    return taken;
                })
                .saying(flash, taken -> taken.count() == 1 ? "1 photo is saved." : taken.count() + " photos are saved.")
                .to(there(open))
                .orShow(model, "photoProblems", () -> people(open, model));
    }
}
