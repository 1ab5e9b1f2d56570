package dev.wartung.web.due;

import dev.wartung.core.text.PlainText;
import java.time.Instant;
import java.util.List;
import net.fortuna.ical4j.model.Calendar;
import net.fortuna.ical4j.model.component.VEvent;
import net.fortuna.ical4j.model.property.Description;
import net.fortuna.ical4j.model.property.DtStamp;
import net.fortuna.ical4j.model.property.DtStart;
import net.fortuna.ical4j.model.property.ProdId;
import net.fortuna.ical4j.model.property.Summary;
import net.fortuna.ical4j.model.property.Uid;
import net.fortuna.ical4j.model.property.immutable.ImmutableCalScale;
import net.fortuna.ical4j.model.property.immutable.ImmutableVersion;

/** The agenda as iCalendar (RFC 5545): days, no hours, each thing with an id that stays the same. */
final class CalendarFeed {

    private CalendarFeed() {}

    /**
     * @param base the address the links begin with
     * @param now when it is read
     */
    static String of(List<Agenda.Item> items, String base, Instant now) {
        Calendar calendar = new Calendar();
        calendar.add(new ProdId("-//Wartung//Agenda//EN"));
        calendar.add(ImmutableVersion.VERSION_2_0);
        calendar.add(ImmutableCalScale.GREGORIAN);
        for (Agenda.Item item : items) {
            VEvent event = new VEvent(false);
            event.add(new Uid(item.id() + "@wartung"));
            event.add(new DtStamp(now));
            event.add(new DtStart<>(item.on()));
            event.add(new Summary(PlainText.shown(item.what() + ": " + item.text())));
            event.add(new Description(PlainText.shown(base + item.path())));
            calendar.add(event);
        }
        return calendar.toString();
    }
}
