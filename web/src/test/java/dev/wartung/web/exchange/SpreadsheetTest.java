package dev.wartung.web.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.csrf;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;

import dev.wartung.web.app.RunningApplication;
import dev.wartung.web.exchange.UploadedText.Unreadable;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.dhatim.fastexcel.Workbook;
import org.dhatim.fastexcel.Worksheet;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;

/** A list that somebody has as a file. */
@ExtendWith(RunningApplication.class)
class SpreadsheetTest {

    private static byte[] book(int rows) throws IOException {
        ByteArrayOutputStream file = new ByteArrayOutputStream();
        try (Workbook book = new Workbook(file, "test", "1.0")) {
            Worksheet sheet = book.newWorksheet("valves");
            sheet.value(0, 0, "Tag");
            sheet.value(0, 1, "Duty");
            sheet.value(0, 2, "Next service");
            sheet.value(0, 3, "No.");
            for (int i = 1; i <= rows; i++) {
                sheet.value(i, 0, "SP-" + i);
                sheet.value(i, 1, "outlet\nof \"tank\" " + i);
                sheet.value(i, 2, LocalDate.of(2027, 3, 9));
                sheet.style(i, 2).format("dd.mm.yyyy").set();
                sheet.value(i, 3, i);
            }
        }
        return file.toByteArray();
    }

    @Test
    @DisplayName("Text, numbers and days of a spreadsheet come as they would be pasted, a line each")
    void cells() throws Exception {
        assertThat(Spreadsheet.text(book(2), 100).lines())
                .containsExactly(
                        "Tag\tDuty\tNext service\tNo.",
                        "SP-1\toutlet of 'tank' 1\t2027-03-09\t1",
                        "SP-2\toutlet of 'tank' 2\t2027-03-09\t2");
        assertThat(Spreadsheet.text(book(50), 10).lines()).hasSize(12);
        assertThat(Spreadsheet.text("Tag;Service\nA-1;x".getBytes(StandardCharsets.UTF_8), 10))
                .isEqualTo("Tag;Service\nA-1;x");
    }

    @Test
    @DisplayName("What is no list, and what unpacks to more than there is room for, says so")
    void refused() throws Exception {
        assertThatThrownBy(() -> Spreadsheet.text(new byte[0], 10)).isInstanceOf(Unreadable.class);
        assertThatThrownBy(() -> Spreadsheet.text("PK, but no archive".getBytes(StandardCharsets.UTF_8), 10))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("no spreadsheet");
        assertThatThrownBy(() -> Spreadsheet.text(new byte[] {(byte) 0xFF, (byte) 0xFE, 0}, 10))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("UTF-8");
        ByteArrayOutputStream bomb = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(bomb)) {
            zip.putNextEntry(new ZipEntry("xl/workbook.xml"));
            byte[] zeros = new byte[1_000_000];
            for (int i = 0; i < 70; i++) {
                zip.write(zeros);
            }
        }
        assertThatThrownBy(() -> Spreadsheet.text(bomb.toByteArray(), 10))
                .isInstanceOf(Unreadable.class)
                .hasMessageContaining("too large");
    }

    @Test
    @DisplayName("A file is read as if it had been pasted, its columns matched; one that cannot be says so beside it")
    void brought(MockMvc web) throws Exception {
        String page = web.perform(multipart("/register/list/file")
                        .file(new MockMultipartFile("file", "valves.xlsx", "application/octet-stream", book(3)))
                        .with(user("pia").roles("PLANNER"))
                        .with(csrf()))
                .andReturn()
                .getResponse()
                .getContentAsString();
        assertThat(page).contains("3 rows").contains("SP-3");
        assertThat(web.perform(multipart("/register/list/file")
                                .file(new MockMultipartFile("file", "x.xlsx", "application/octet-stream", new byte[0]))
                                .with(user("pia").roles("PLANNER"))
                                .with(csrf()))
                        .andReturn()
                        .getResponse()
                        .getContentAsString())
                .contains("Choose a file with the list.");
    }
}
