package aestimo.app.account;

import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.MailAddress;
import aestimo.app.web.PictureFile;
import aestimo.app.web.Problems;
import java.time.Clock;
import java.time.Duration;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes accounts, checks sign-ins, and keeps how a teacher likes the pages. */
@Service
public class AccountService {
    static final int SHORTEST_PASSWORD = 10;
    /** The hash looks at no more than so many bytes of a password. */
    static final int LONGEST_PASSWORD_BYTES = 72;

    private static final int FAILURES_ALLOWED = 5;
    private static final Duration FAILURES_REMEMBERED = Duration.ofMinutes(10);
    private static final int PICTURE_SIDE = 600;
    private static final Set<String> THEMES = Set.of("auto", "light", "dark");
    private static final Set<String> ROW_HEIGHTS = Set.of("low", "medium", "high");
    private static final Set<String> TYPE_SIZES = Set.of("small", "medium", "large");
    private static final Set<String> SPELLINGS = Set.of("en-gb", "en");

    private final AccountMapper mapper;
    private final PasswordEncoder encoder;
    private final Clock clock;

    AccountService(AccountMapper mapper, PasswordEncoder encoder, Clock clock) {
        this.mapper = mapper;
        this.encoder = encoder;
        this.clock = clock;
    }

    /** False only in a new installation. */
    @Transactional(readOnly = true)
    public boolean hasAnyAccount() {
        return mapper.hasAny();
    }

    /**
     * Makes the first account of a new installation.
     *
     * @throws FormException when something about it is not right, or somebody else was first
     */
    @Transactional
    public TeacherId createFirst(String signIn, String name, String password) {
        mapper.lockFirstAccount();
        if (mapper.hasAny()) {
            throw new FormException("The first account exists already. Sign in with it.");
        }
        return create(signIn, name, password);
    }

    /**
     * Makes an account.
     *
     * @param signIn the name to sign in with; case does not matter
     * @throws FormException naming every reason why it cannot be made
     */
    @Transactional
    public TeacherId create(String signIn, String name, String password) {
        String lower = canonical(signIn);
        Problems problems = new Problems();
        if (!lower.matches("[\\p{L}\\p{N}._@+-]{2,100}")) {
            problems.at("signIn", "The sign-in name needs 2 to 100 letters, digits or . _ @ + - and no spaces.");
        }
        if (name.isBlank() || name.strip().length() > 100) {
            problems.at("name", "Your name needs 1 to 100 letters.");
        }
        passwordProblems(password).forEach(words -> problems.at("password", words));
        if (problems.isEmpty() && mapper.insert(lower, name.strip(), encoder.encode(password), now()) == 0) {
            problems.at("signIn", "There is an account with the sign-in name " + lower + " already.");
        }
        problems.refuse();
        return mapper.findBySignIn(lower).orElseThrow().id();
    }

    private static List<String> passwordProblems(String password) {
        if (password.length() < SHORTEST_PASSWORD) {
            return List.of("The password needs at least " + SHORTEST_PASSWORD + " characters.");
        }
        return password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES
                ? List.of(
                        "The password is too long: at most " + LONGEST_PASSWORD_BYTES + " letters, fewer with accents.")
                : List.of();
    }

    /** The account with a sign-in name, if there is one. */
    @Transactional(readOnly = true)
    public Optional<TeacherId> find(String signIn) {
        return mapper.findBySignIn(canonical(signIn)).map(Account::id);
    }

    /** The teacher a name and password belong to; empty where they do not fit. */
    @Transactional(readOnly = true)
    public Optional<SignedInTeacher> check(String signIn, String password) {
        Optional<Account> account = mapper.findBySignIn(canonical(signIn));
        // The hash is computed for unknown names too, so that the time taken does not tell which names exist.
        String hash = account.map(Account::passwordHash).orElse(NobodysHash.VALUE);
        boolean fits = encoder.matches(password, hash);
        return account.filter(known -> fits).map(known -> new SignedInTeacher(known.id(), known.signIn()));
    }

    /** Whether too many sign-ins with this name failed just now. */
    @Transactional(readOnly = true)
    public boolean isThrottled(String signIn) {
        return mapper.countFailuresSince(canonical(signIn), now().minus(FAILURES_REMEMBERED)) >= FAILURES_ALLOWED;
    }

    @Transactional
    public void rememberFailure(String signIn) {
        mapper.deleteFailuresBefore(now().minus(FAILURES_REMEMBERED));
        mapper.insertFailure(canonical(signIn), now());
    }

    @Transactional
    public void forgetFailures(String signIn) {
        mapper.deleteFailures(canonical(signIn));
    }

    @Transactional(readOnly = true)
    public AccountSettings look(TeacherId teacher) {
        return mapper.findSettings(teacher);
    }

    /** @throws FormException when a choice is none of those there are, or the name is empty */
    @Transactional
    public void changeLook(TeacherId teacher, AccountSettings look) {
        if (look.name().isBlank() || look.name().length() > 100) {
            throw new FormException("Your name needs 1 to 100 letters.");
        }
        if (look.school().length() > 100) {
            throw new FormException("The name of the school has over 100 letters.");
        }
        if (!THEMES.contains(look.theme())
                || !ROW_HEIGHTS.contains(look.rowHeight())
                || !TYPE_SIZES.contains(look.typeSize())
                || !SPELLINGS.contains(look.spelling())) {
            throw new FormException("That is not one of the choices. Nothing was changed.");
        }
        MailAddress.problem(look.email(), "Your e-mail address").ifPresent(words -> {
            throw FormException.at("email", words);
        });
        mapper.updateSettings(teacher, look);
    }

    /** Folds the margin away beside every page of this teacher, or back. */
    @Transactional
    public void foldMargin(TeacherId teacher, boolean folded) {
        mapper.updateMarginFolded(teacher, folded);
    }

    /** What stands on every list that is printed. */
    @Transactional(readOnly = true)
    public ListLines listLines(TeacherId teacher) {
        return mapper.findListLines(teacher);
    }

    /** @throws FormException when they are too long */
    @Transactional
    public void saveListLines(TeacherId teacher, ListLines lines) {
        Problems problems = new Problems();
        if (lines.above().length() > ListLines.LONGEST) {
            problems.at("above", "The words above a list have over " + ListLines.LONGEST + " letters.");
        }
        if (lines.below().length() > ListLines.LONGEST) {
            problems.at("below", "The words below a list have over " + ListLines.LONGEST + " letters.");
        }
        problems.refuse();
        mapper.updateListLines(teacher, lines);
    }

    /** The picture at the head of letters, a PNG; empty where there is none. */
    @Transactional(readOnly = true)
    public Optional<byte[]> picture(TeacherId teacher) {
        return mapper.findPicture(teacher).map(AccountMapper.PictureRow::picture);
    }

    /**
     * Keeps a picture for the head of letters, made anew and small.
     *
     * @param file as sent; empty: the picture there is goes
     * @throws FormException when it is no picture, or too large a one
     */
    @Transactional
    public void savePicture(TeacherId teacher, byte[] file) {
        mapper.updatePicture(teacher, file.length == 0 ? null : PictureFile.png(file, PICTURE_SIDE));
    }

    /** @throws FormException when the old password is wrong or the new one will not do */
    @Transactional
    public void changePassword(TeacherId teacher, String old, String fresh) {
        Account account = mapper.findById(teacher).orElseThrow();
        if (!encoder.matches(old, account.passwordHash())) {
            throw FormException.at("present", "The present password is not right. Nothing was changed.");
        }
        Problems problems = new Problems();
        passwordProblems(fresh).forEach(words -> problems.at("fresh", words));
        problems.refuse();
        mapper.updatePassword(teacher, encoder.encode(fresh));
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }

    private static String canonical(String signIn) {
        String stripped = signIn.strip().toLowerCase(Locale.ROOT);
        return stripped.length() > 100 ? stripped.substring(0, 101) : stripped;
    }

    /** A hash of no password at all, with the same cost as a real one. */
    private static final class NobodysHash {
        private static final String VALUE = "{bcrypt}$2a$12$eImiTXuWVxfM37uY4JANjQ.Y0PzwXGdq1DLmZzXQZsYqhF8kB5bKe";
    }
}
