package aestimo.app.account;

import aestimo.app.store.TeacherId;
import aestimo.app.web.FormException;
import aestimo.app.web.MailAddress;
import aestimo.app.web.PictureFile;
import aestimo.app.web.Problems;
import java.time.Clock;
import java.time.OffsetDateTime;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Stream;
import org.springframework.stereotype.Service;
import org.springframework.transaction.PlatformTransactionManager;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes accounts, checks sign-ins, and keeps how a teacher likes the pages. */
@Service
public class AccountService {
    /** In characters, of whatever script. */
    public static final int SHORTEST_PASSWORD = Passwords.SHORTEST;

    private static final int PICTURE_SIDE = 600;
    private static final Set<String> THEMES = Set.of("auto", "light", "dark");
    private static final Set<String> ROW_HEIGHTS = Set.of("low", "medium", "high");
    private static final Set<String> TYPE_SIZES = Set.of("small", "medium", "large");
    private static final Set<String> SPELLINGS = Set.of("en-gb", "en");

    private final AccountMapper mapper;
    private final Passwords passwords;
    private final Clock clock;
    private final TransactionTemplate transactions;
    /** Of no password at all, with the same cost as a real one. */
    private final String nobodysHash;

    AccountService(
            AccountMapper mapper, Passwords passwords, Clock clock, PlatformTransactionManager transactionManager) {
        this.transactions = new TransactionTemplate(transactionManager);
        this.mapper = mapper;
        this.passwords = passwords;
        this.clock = clock;
        this.nobodysHash = passwords.hash(UUID.randomUUID().toString());
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
        passwords.problem(password, own(lower, name)).ifPresent(words -> problems.at("password", words));
        if (problems.isEmpty() && mapper.insert(lower, name.strip(), passwords.hash(password), now()) == 0) {
            problems.at("signIn", "There is an account with the sign-in name " + lower + " already.");
        }
        problems.refuse();
        return mapper.findBySignIn(lower).orElseThrow().id();
    }

    /** What others know of somebody, and so try first. */
    private static List<String> own(String signIn, String name) {
        return Stream.concat(
                        Stream.of(signIn, "aestimo", "markbook"),
                        Arrays.stream(name.strip().split("\\s+", 10)))
                .filter(word -> !word.isEmpty())
                .toList();
    }

    /** The account with a sign-in name, if there is one. */
    @Transactional(readOnly = true)
    public Optional<TeacherId> find(String signIn) {
        return mapper.findBySignIn(canonical(signIn)).map(Account::id);
    }

    /**
     * The teacher a name and password belong to; empty where they do not fit. The hash takes its time, so no connection to
     * the database is held meanwhile: a school that signs in at eight would hold them all.
     */
    public Optional<SignedInTeacher> check(String signIn, String password) {
        Optional<Account> account = transactions.execute(own -> mapper.findBySignIn(canonical(signIn)));
        // The hash is computed for unknown names too, so that the time taken does not tell which names exist.
        String hash = account.map(Account::passwordHash).orElse(nobodysHash);
        if (!passwords.fits(password, hash) || account.isEmpty()) {
            return Optional.empty();
        }
        Account known = account.get();
        if (passwords.isOld(hash)) {
            String now = passwords.hash(password);
            // Not over one that was set since.
            transactions.executeWithoutResult(own -> mapper.replacePassword(known.id(), hash, now));
        }
        return Optional.of(new SignedInTeacher(known.id(), known.signIn()));
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

    /**
     * @throws WrongPasswordException when the present one is another
     * @throws FormException when the new one will not do
     */
    public void changePassword(TeacherId teacher, String present, String fresh) {
        String shown = hashThatFits(teacher, present);
        String hash = hashOfNew(teacher, fresh);
        // Not over one that was set since, by the administrator or in another window.
        if (transactions.execute(own -> mapper.replacePassword(teacher, shown, hash)) == 0) {
            throw new WrongPasswordException();
        }
    }

    /** @throws WrongPasswordException when the present password is another */
    public void demandPassword(TeacherId teacher, String present) {
        hashThatFits(teacher, present);
    }

    private String hashThatFits(TeacherId teacher, String present) {
        String hash = transactions.execute(
                own -> mapper.findById(teacher).orElseThrow().passwordHash());
        if (!passwords.fits(present, hash)) {
            throw new WrongPasswordException();
        }
        return hash;
    }

    /**
     * Sets it without asking for the present one: for the administrator's command.
     *
     * @throws FormException when it will not do
     */
    public void resetPassword(TeacherId teacher, String fresh) {
        String hash = hashOfNew(teacher, fresh);
        transactions.executeWithoutResult(own -> mapper.updatePassword(teacher, hash));
    }

    private String hashOfNew(TeacherId teacher, String fresh) {
        List<String> known = transactions.execute(own -> own(
                mapper.findById(teacher).orElseThrow().signIn(),
                mapper.findSettings(teacher).name()));
        passwords.problem(fresh, known).ifPresent(words -> {
            throw FormException.at("fresh", words);
        });
        return passwords.hash(fresh);
    }

    private OffsetDateTime now() {
        return OffsetDateTime.now(clock);
    }

    /** A sign-in name as it is kept. */
    public static String canonical(String signIn) {
        String stripped = signIn.strip().toLowerCase(Locale.ROOT);
        return stripped.length() > 100 ? stripped.substring(0, 101) : stripped;
    }
}
