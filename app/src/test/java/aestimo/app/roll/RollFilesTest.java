package aestimo.app.roll;

import static org.assertj.core.api.Assertions.assertThat;

import aestimo.app.testing.OwnClass;
import aestimo.app.testing.RunningApp;
import aestimo.app.testing.Visitor;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import org.apache.poi.xssf.usermodel.XSSFWorkbook;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;

/** Class lists as files, through the form. */
@ExtendWith(RunningApp.class)
class RollFilesTest {
    private Visitor visitor;
    private String students;

    @BeforeEach
    void makeAnEmptyClass(RunningApp app) {
        OwnClass own = new OwnClass(app, "");
        visitor = own.visitor();
        students = own.base() + "/groundwork/students";
    }

    private HttpResponse<String> preview(byte[] file) {
        return visitor.upload(students + "/preview", "file", file);
    }

    @Test
    void aSpreadsheetIsShownAsUnderstoodFromItsLongestPage() throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (XSSFWorkbook workbook = new XSSFWorkbook()) {
            workbook.createSheet("about").createRow(0).createCell(0).setCellValue("Lists of the year");
            var sheet = workbook.createSheet("9B");
            String[][] rows = {
                {"Tidewater Lane School"},
                {"Adm no", "Pupil", "Group"},
                {"2204", "Brandt, Ilva", "North"},
                {"2218", "<b>Osei</b>, Kofi", "South"},
                {"", "Average", ""}
            };
            for (int i = 0; i < rows.length; i++) {
                for (int j = 0; j < rows[i].length; j++) {
                    (j == 0 ? sheet.createRow(i) : sheet.getRow(i))
                            .createCell(j)
                            .setCellValue(rows[i][j]);
                }
            }
            workbook.write(out);
        }
        HttpResponse<String> answer = preview(out.toByteArray());
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(answer.body())
                .contains("Brandt", "2204", "North", "Import 2 students", "&lt;b&gt;Osei&lt;/b&gt;")
                .contains("Line 1 is above the headings.")
                .contains("holds the figures at the foot of the sheet.");
        visitor.post(students + "/save", "pasted", "Adm no\tPupil\n2204\tBrandt, Ilva\n");
        assertThat(visitor.get(students).body()).contains("value=\"Brandt\"");
    }

    @Test
    void whatIsNoListIsRefusedOnThePageAndNothingIsKept() {
        byte[] picture = {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10};
        assertThat(preview(picture).body()).contains("The file is a picture.");
        assertThat(preview("\n\n".getBytes(StandardCharsets.UTF_8)).body()).contains("The file is empty");
        HttpResponse<String> large = preview(new byte[30 * 1024 * 1024]);
        assertThat(large.statusCode()).isEqualTo(200);
        assertThat(large.body()).contains("The file is larger than 20 MB");
        assertThat(preview("Ilva Brandt\n".repeat(100_000).getBytes(StandardCharsets.UTF_8))
                        .body())
                .contains("There are more than 10000 rows.");
        assertThat(visitor.get(students).body()).contains("Import the students").doesNotContain("name=\"family\"");
    }

    @Test
    void withoutAFileThePasteHolds() {
        assertThat(visitor.upload(students + "/preview", "file", new byte[0]).body())
                .contains("Nothing was pasted and no file was chosen.");
        assertThat(visitor.post(students + "/preview", "pasted", "Brandt, Ilva").body())
                .contains("Import 1 student");
    }
}
