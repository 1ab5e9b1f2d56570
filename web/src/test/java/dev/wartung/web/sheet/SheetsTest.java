package dev.wartung.web.sheet;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import dev.wartung.core.sheet.SheetLibrary;
import dev.wartung.web.app.RunningApplication;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.JdbcTemplate;

/** A job keeps the sheets it was derived from, whatever becomes of them later. */
@ExtendWith(RunningApplication.class)
class SheetsTest {

    private final Sheets sheets;
    private final JdbcTemplate jdbc;

    SheetsTest(Sheets sheets, JdbcTemplate jdbc) {
        this.sheets = sheets;
        this.jdbc = jdbc;
    }

    @Test
    @DisplayName("The same text is kept once under the same digest, and reads back to the same sheet")
    void keptOnce() {
        Sheets.Pair pair = sheets.of("kolm-65");
        String anatomy = sheets.keepAnatomy(pair);
        String type = sheets.keepType(pair);
        assertThat(sheets.keepAnatomy(pair)).isEqualTo(anatomy).hasSize(64);
        assertThat(sheets.keepType(pair)).isEqualTo(type).isNotEqualTo(anatomy);
        assertThat(sheets.keepType(sheets.of("kolm-80"))).isNotEqualTo(type);
        assertThat(jdbc.queryForObject("select yaml from kept_sheet where digest = ?", String.class, type))
                .isEqualTo(SheetLibrary.typeText("kolm-65"));
        Sheets.Pair back = sheets.asKept(anatomy, type);
        assertThat(back.type()).isEqualTo(pair.type());
        assertThat(back.anatomy().operations()).isEqualTo(pair.anatomy().operations());
    }

    @Test
    @DisplayName("A sheet changed later is another sheet; the job's own stays as it was")
    void anOlderSheet() {
        Sheets.Pair now = sheets.of("kolm-50");
        String anatomy = sheets.keepAnatomy(now);
        String older = SheetLibrary.typeText("kolm-50")
                .replace("name: Kolm 50", "name: Kolm 50 before")
                .replace("target: 13 N·m", "target: 12.5 N·m");
        jdbc.update(
                "insert into kept_sheet (digest, kind, name, version, yaml) values (?, 'type', 'kolm-50', 1, ?)",
                "0".repeat(64),
                older);
        Sheets.Pair then = sheets.asKept(anatomy, "0".repeat(64));
        assertThat(then.type().name()).isEqualTo("Kolm 50 before");
        assertThat(then.type().bands().get("body-clamp-torque").shown())
                .isEqualTo(now.type().bands().get("body-clamp-torque").shown());
        assertThat(then.type().bands().get("body-clamp-torque").target())
                .isNotEqualTo(now.type().bands().get("body-clamp-torque").target());
    }

    @Test
    @DisplayName("A type or a digest that was never there is broken data, and said so")
    void broken() {
        assertThatThrownBy(() -> sheets.of("kolm-51"))
                .isInstanceOf(IllegalStateException.class)
                .hasMessageContaining("kolm-51");
        assertThatThrownBy(() -> sheets.asKept("1".repeat(64), "2".repeat(64))).isInstanceOf(RuntimeException.class);
    }
}
