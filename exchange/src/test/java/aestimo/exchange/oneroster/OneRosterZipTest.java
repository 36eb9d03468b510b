package aestimo.exchange.oneroster;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.tuple;

import aestimo.exchange.oneroster.SchoolRoster.Member;
import aestimo.exchange.sheet.UnreadableFileException;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OneRosterZipTest {
    private static final Map<String, String> SMALL = Map.of(
            "manifest.csv", "propertyName,value\nmanifest.version,1.0\noneroster.version,1.2\nfile.users,bulk\n",
            "classes.csv", "sourcedId,status,title\nc1,,7C Art\n",
            "users.csv",
                    "familyName,givenName,sourcedId,preferredGivenName,identifier,email\nvan der Berg,\"Lars, jr\",u1,Lasse,7,l@x.example\n",
            "enrollments.csv",
                    "sourcedId,classSourcedId,userSourcedId,role,beginDate,endDate\ne1,c1,u1,student,,\ne2,c1,u1,student,,\n");

    private static byte[] zip(Map<String, String> files) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (Map.Entry<String, String> file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue().getBytes(StandardCharsets.UTF_8));
            }
        }
        return out.toByteArray();
    }

    private static byte[] altered(String file, String from, String to) throws IOException {
        Map<String, String> files = new TreeMap<>(SMALL);
        files.computeIfPresent(file, (name, text) -> to.isEmpty() && from.isEmpty() ? null : text.replace(from, to));
        return zip(files);
    }

    @Test
    void readsTheClassesOfASchoolWithWhoJoinedLateAndWhoLeft() throws Exception {
        SchoolRoster roster;
        try (InputStream in = getClass().getResourceAsStream("/samples/oneroster-1.2.zip")) {
            byte[] file = in.readAllBytes();
            assertThat(OneRosterZip.isOne(file)).isTrue();
            roster = OneRosterZip.read(file);
        }
        assertThat(roster.year()).isEqualTo("2026/27");
        assertThat(roster.terms())
                .extracting(SchoolRoster.Term::title, SchoolRoster.Term::starts)
                .containsExactly(
                        tuple("Term 1", LocalDate.of(2026, 9, 1)),
                        tuple("Term 2", LocalDate.of(2027, 1, 4)),
                        tuple("Term 3", LocalDate.of(2027, 4, 12)));
        assertThat(roster.classes())
                .extracting(
                        SchoolRoster.RosterClass::title, own -> own.members().size())
                .containsExactly(tuple("9B Geography", 24), tuple("8D Geography", 6));
        assertThat(roster.classes().get(0).members())
                .filteredOn(
                        member -> member.joined().isPresent() || member.left().isPresent())
                .extracting(Member::family, Member::number, Member::joined, Member::left)
                .containsExactly(
                        tuple("Dunmore", "2206", Optional.empty(), Optional.of(LocalDate.of(2026, 12, 11))),
                        tuple("Voss", "2224", Optional.of(LocalDate.of(2027, 1, 11)), Optional.empty()));
        assertThat(roster.classes().get(0).members().get(0).email()).isEqualTo("wren.aldous@tidewater.example");
    }

    @Test
    void tablesAreReadByTheirHeadingsAndNobodyStandsTwice() throws Exception {
        SchoolRoster roster = OneRosterZip.read(zip(SMALL));
        assertThat(roster.terms()).isEmpty();
        assertThat(roster.classes().get(0).members())
                .containsExactly(new Member(
                        "7", "van der Berg", "Lars, jr", "Lasse", "l@x.example", Optional.empty(), Optional.empty()));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "manifest.csv | oneroster.version,1.2 | oneroster.version,1.1 | The roster is of version 1.1. What is read is OneRoster 1.2.",
                "manifest.csv | oneroster.version,1.2 | x,1 | The zip holds no roster: its manifest.csv names no oneroster.version.",
                "manifest.csv | file.users,bulk | file.users,delta | Ask for it in whole",
                "users.csv | '' | '' | The roster holds no users.csv.",
                "enrollments.csv | e1,c1,u1 | e1,c1,u9 | enrollments.csv, line 2 names the user u9, who is not in users.csv.",
                "classes.csv | c1,,7C Art | '' | classes.csv holds no class.",
                "classes.csv | 7C Art | '' | classes.csv, line 2: title is empty.",
                "enrollments.csv | student,, | 'student,32 May,' | enrollments.csv, line 2: beginDate is “32 May”",
            })
    void whatCannotBeTakenIsSaidWithItsPlace(String file, String from, String to, String words) throws Exception {
        byte[] broken = altered(file, from, to);
        assertThatThrownBy(() -> OneRosterZip.read(broken))
                .isInstanceOf(UnreadableFileException.class)
                .hasMessageContaining(words);
    }

    @Test
    void aZipOfOtherThingsIsNoRoster() throws Exception {
        assertThat(OneRosterZip.isOne(zip(Map.of("a.txt", "x")))).isFalse();
        assertThat(OneRosterZip.isOne(new byte[] {1, 2, 3})).isFalse();
        assertThat(OneRosterZip.isOne(zip(Map.of("roster/manifest.csv", "x")))).isTrue();
        byte[] bomb = zip(Map.of("manifest.csv", "a\n".repeat(21 * 1024 * 1024)));
        assertThatThrownBy(() -> OneRosterZip.read(bomb)).hasMessageContaining("unpacks to far more");
    }

    @Test
    @Timeout(20)
    void namesWithoutEndAreRefusedBeforeTheyAreLookedInto() throws Exception {
        Map<String, String> files = new TreeMap<>(SMALL);
        files.put("a".repeat(65_000), "");
        byte[] file = zip(files);
        assertThat(OneRosterZip.isOne(file)).isFalse();
        assertThatThrownBy(() -> OneRosterZip.read(file))
                .isInstanceOf(UnreadableFileException.class)
                .hasMessageContaining("far more than a school's roster");
    }

    @Test
    void anythingThatUnpacksWithoutEndIsNoRoster() throws Exception {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            zip.putNextEntry(new ZipEntry("blank.bin"));
            byte[] block = new byte[1024 * 1024];
            for (int i = 0; i < 60; i++) {
                zip.write(block);
            }
            zip.putNextEntry(new ZipEntry("manifest.csv"));
        }
        assertThat(OneRosterZip.isOne(out.toByteArray())).isFalse();
    }

    @Test
    @Timeout(60)
    void manyClassesWithManyEnrolmentsAreReadOnce() throws Exception {
        StringBuilder classes = new StringBuilder("sourcedId,status,title\n");
        StringBuilder enrolled = new StringBuilder("sourcedId,classSourcedId,userSourcedId,role,beginDate,endDate\n");
        for (int i = 0; i < 9_990; i++) {
            classes.append("c").append(i).append(",,Class ").append(i).append('\n');
            enrolled.append("e").append(i).append(",c").append(i).append(",u1,student,,\n");
        }
        Map<String, String> files = new TreeMap<>(SMALL);
        files.put("classes.csv", classes.toString());
        files.put("enrollments.csv", enrolled.toString());
        assertThat(OneRosterZip.read(zip(files)).classes())
                .hasSize(9_990)
                .allMatch(own -> own.members().size() == 1);
    }
}
