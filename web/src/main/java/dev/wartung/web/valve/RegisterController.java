package dev.wartung.web.valve;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.message.Days;
import dev.wartung.core.text.Tag;
import dev.wartung.web.sheet.Sheets;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.Page;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.jpa.repository.query.EscapeCharacter;
import org.springframework.stereotype.Controller;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.ModelAttribute;
import org.springframework.web.bind.annotation.RequestHeader;

/** The register: search and filter, a page at a time. */
@Controller
class RegisterController {

    private static final int PAGE = 10;
    private static final int FARTHEST_PAGE = 100_000;

    private final Valves valves;
    private final Sheets sheets;
    private final Clock clock;

    RegisterController(Valves valves, Sheets sheets, Clock clock) {
        this.valves = valves;
        this.sheets = sheets;
        this.clock = clock;
    }

    /** What the register is searched for, as it stands in the address. Values that mean nothing are taken as "any". */
    public record Search(
            @Nullable String q,
            @Nullable String area,
            @Nullable String type,
            @Nullable String drive,
            @Nullable String due,
            @Nullable String page,
            @Nullable String scanned) {

        public String text() {
            return q == null ? "" : q.strip();
        }

        int pageNumber() {
            return page != null && page.matches("\\d{1,6}") ? Math.min(Integer.parseInt(page), FARTHEST_PAGE) : 0;
        }
    }

    /**
     * A valve as its row shows it.
     *
     * @param at   where its tag leads
     * @param style of its state
     * @param due  the day it is next due; empty where it is not
     * @param late whether that day is past
     */
    public record Row(
            String at,
            String tag,
            String service,
            String place,
            String type,
            String drive,
            String style,
            String state,
            String due,
            boolean late) {}

    @GetMapping("/valves")
    @Transactional(readOnly = true)
    String list(
            @ModelAttribute("search") Search search,
            @RequestHeader(name = "HX-Request", required = false) @Nullable String inBackground,
            Model model) {
        LocalDate today = LocalDate.now(clock);
        Optional<LocalDate> dueBefore =
                switch (search.due() == null ? "" : search.due()) {
                    case "overdue" -> Optional.of(today.minusDays(1));
                    case "month" -> Optional.of(today.plusMonths(1));
                    case "quarter" -> Optional.of(today.plusMonths(3));
                    default -> Optional.empty();
                };
        boolean gone = "retired".equals(search.due());
        String like =
                "%" + EscapeCharacter.DEFAULT.escape(Tag.plain(search.text()).toLowerCase(Locale.ROOT)) + "%";
        Page<Valve> found = valves.search(
                like,
                blankToNull(search.area()),
                blankToNull(search.type()),
                Drive.of(search.drive() == null ? "" : search.drive()).orElse(null),
                dueBefore.orElse(null),
                // who asks for a tag is shown it, whatever became of the valve
                gone ? Boolean.FALSE : (search.text().isEmpty() || dueBefore.isPresent()) ? Boolean.TRUE : null,
                PageRequest.of(search.pageNumber(), PAGE));
        model.addAttribute("nav", "valves");
        model.addAttribute("found", found.map(valve -> row(valve, today)));
        model.addAttribute("areas", valves.areas());
        model.addAttribute("types", sheets.offered());
        model.addAttribute("drives", Drive.values());
        return inBackground != null ? "valves :: results" : "valves";
    }

    private Row row(Valve valve, LocalDate today) {
        Optional<LocalDate> due = valve.state().inUse() ? valve.nextDue() : Optional.empty();
        return new Row(
                valve.isTaggedOddly() ? "/register/" + valve.id() + "/tag" : valve.path(),
                valve.tag(),
                valve.service(),
                valve.area() + ", " + valve.line(),
                valve.typeName(),
                valve.drive().code() + ", " + sheets.driveWords(valve.typeId(), valve.drive()),
                valve.state().style(),
                valve.state().words(),
                due.map(Days::day).orElse(""),
                due.filter(day -> day.isBefore(today)).isPresent());
    }

    private static @Nullable String blankToNull(@Nullable String text) {
        return text == null || text.isBlank() ? null : text;
    }
}
