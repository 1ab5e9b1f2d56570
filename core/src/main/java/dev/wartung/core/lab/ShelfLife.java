package dev.wartung.core.lab;

import dev.wartung.core.drawing.Svg;
import dev.wartung.core.message.Days;
import dev.wartung.core.sealing.Polymer;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Whether a seal is still within its shelf life on the day it is fitted. */
final class ShelfLife implements Instrument {

    private static final Plate PLATE = new Plate(
            "shelf-life",
            "Shelf life",
            "Is this seal still good on the day it will be fitted?",
            Drawer.LEAK,
            "Cure date + years of the polymer's group (+ one extension after inspection), on the planned day of fitting.",
            "Groups after ISO 2230; PTFE with an elastomer backing or bonded rubber takes its elastomer's life.",
            "How it was stored. The years hold for a cool, dark place free of ozone, lying unstretched; a seal that is hard, sticky or cracked is not fitted whatever its date.");

    @Override
    public Plate plate() {
        return PLATE;
    }

    @Override
    public List<Field> fields(Map<String, String> typed) {
        return List.of(
                GreaseChoice.polymer(),
                Field.text("cured", "Cure date on the bag", "1 Mar 2020").hinted("For instance 1 Mar 2020"),
                Field.text("fitted", "Planned day of fitting", "15 Jan 2027"),
                Field.choice("inspected", "Extended after inspection", Field.options("no", "no", "yes", "yes, once")));
    }

    @Override
    public Optional<Result> work(Inputs in) {
        Optional<LocalDate> cured = date(in, "cured");
        Optional<LocalDate> fitted = date(in, "fitted");
        if (cured.isPresent() && fitted.isPresent()) {
            in.refuseIf(fitted.get().isBefore(cured.get()), "fitted", "Before it was cured.");
        }
        if (!in.understood() || cured.isEmpty() || fitted.isEmpty()) {
            return Optional.empty();
        }
        Polymer polymer = Polymer.named(in.text("polymer")).orElseThrow();
        Result.Builder result = new Result.Builder();
        if (polymer.shelfYears().isEmpty()) {
            return result.words("until", "Good until", "without limit")
                    .good("PTFE does not age on the shelf. With an elastomer backing, the backing's life counts.")
                    .done();
        }
        LocalDate plain = cured.get().plusYears(polymer.shelfYears().get());
        LocalDate until = in.text("inspected").equals("yes") ? plain.plusYears(polymer.extensionYears()) : plain;
        result.words("until", "Good until", Days.day(until))
                .words("extended", "With an extension", Days.day(plain.plusYears(polymer.extensionYears())));
        if (!fitted.get().isAfter(until)) {
            result.good("Within its shelf life on the day of fitting.");
        } else if (!fitted.get().isAfter(plain.plusYears(polymer.extensionYears()))
                && in.text("inspected").equals("no")) {
            result.care(
                    "Past its shelf life on that day.",
                    "It may be extended once, after an inspection: no cracks, not sticky, right hardness. Otherwise a fresh one.");
        } else {
            result.stop("Past its shelf life on that day.", "Do not fit it.");
        }
        return result.picture(picture(cured.get(), plain, plain.plusYears(polymer.extensionYears()), fitted.get()))
                .done();
    }

    private static String picture(LocalDate cured, LocalDate plain, LocalDate extended, LocalDate fitted) {
        double days = Math.max(ChronoUnit.DAYS.between(cured, extended), ChronoUnit.DAYS.between(cured, fitted)) * 1.05;
        Svg svg = new Svg(420, 230, "shelf", "From cure date to the end of shelf life");
        double end = at(cured, plain, days);
        double longest = at(cured, extended, days);
        double fit = at(cured, fitted, days);
        svg.rect(30, 100, end - 30, 34, "cell suits")
                .rect(end, 100, longest - end, 34, "cell care")
                .line(30, 134, 400, 134, "frame");
        svg.text(30, 156, "cured " + Days.day(cured), "label", "start")
                .text(Math.min(end, 340), 178, "good until " + Days.day(plain), "label", "middle")
                .line(end, 134, end, 164, "grid");
        svg.text(Math.min(longest, 400), 200, "extended " + Days.day(extended), "label", "end")
                .line(longest, 134, longest, 186, "grid");
        return svg.arrow(fit, 54, fit, 98, "dim")
                .text(Math.max(80, Math.min(340, fit)), 44, "fitted " + Days.day(fitted), "label strong", "middle")
                .svg();
    }

    private static double at(LocalDate from, LocalDate day, double days) {
        return 30 + 370 * ChronoUnit.DAYS.between(from, day) / Math.max(1, days);
    }

    private static Optional<LocalDate> date(Inputs in, String field) {
        Optional<LocalDate> day = Days.read(in.text(field));
        in.refuseIf(day.isEmpty(), field, "“" + in.text(field) + "” is not a date. Type it as 15 Mar 2026.");
        in.refuseIf(
                day.filter(d -> d.getYear() <= 1950 || d.getYear() >= 2200).isPresent(),
                field,
                "No seal is that old, or will be.");
        return day;
    }
}
