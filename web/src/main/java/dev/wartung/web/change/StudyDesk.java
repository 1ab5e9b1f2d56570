package dev.wartung.web.change;

import dev.wartung.core.actuation.ValveStudy;
import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.measure.UnitSystem;
import dev.wartung.core.message.Message;
import dev.wartung.web.account.CurrentAccount;
import dev.wartung.web.sheet.Sheets;
import dev.wartung.web.site.Site;
import dev.wartung.web.valve.Valve;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/** Studies valves with the numbers of their sheets and the plant's air, and keeps what is asked to be kept. */
@Service
public class StudyDesk {

    private final FailStudies studies;
    private final Sheets sheets;
    private final Site site;
    private final CurrentAccount current;
    private final JsonMapper json;
    private final Clock clock;

    StudyDesk(FailStudies studies, Sheets sheets, Site site, CurrentAccount current, JsonMapper json, Clock clock) {
        this.studies = studies;
        this.sheets = sheets;
        this.site = site;
        this.current = current;
        this.json = json;
        this.clock = clock;
    }

    /** Whether the sheet of a valve gives enough numbers, and air moves it. */
    public boolean canBeStudied(Valve valve) {
        return valve.drive().pneumatic()
                && !ValveStudy.drives(sheets.of(valve.typeId()).type()).isEmpty();
    }

    StudyForm form(Valve valve, Map<String, String> typed, UnitSystem units) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        return StudyForm.of(pair.anatomy(), pair.type(), site.air(), site.margin(), typed, units);
    }

    ValveStudy.Answer answer(Valve valve, StudyForm form) {
        return ValveStudy.of(
                sheets.of(valve.typeId()).type(),
                valve.configuration().with(Map.of("drive", form.wish().code())),
                form.duty());
    }

    /** What a valve's drive does, in its family's words. */
    String driveWords(Valve valve) {
        return sheets.driveWords(valve.typeId(), valve.drive());
    }

    /** Where a drive leaves the valve without air, in words; empty for one that has no such position. */
    String rest(Valve valve, Drive drive) {
        return sheets.of(valve.typeId()).anatomy().build().rest(drive).orElse("");
    }

    /** The positions a process owner may call safe. */
    List<String> positions(Valve valve) {
        return sheets.of(valve.typeId()).anatomy().build().positions();
    }

    @Transactional
    FailStudy keep(Valve valve, StudyForm form) {
        Sheets.Pair pair = sheets.of(valve.typeId());
        ValveStudy.Answer answer = answer(valve, form);
        return studies.save(new FailStudy(
                valve,
                new FailStudy.Body(
                        form.wish(),
                        sheets.keepType(pair),
                        json.writeValueAsString(form.inWords()),
                        json.writeValueAsString(KeptAnswer.of(answer)),
                        answer.verdict()),
                current.get(),
                clock.instant()));
    }

    List<FailStudy> kept(Valve valve) {
        return studies.findByValveIdOrderByAtDesc(valve.id());
    }

    KeptAnswer answer(FailStudy study) {
        return json.readValue(study.answer(), KeptAnswer.class);
    }

    /** What a study was made for, by what was asked. */
    Map<String, Message> duty(FailStudy study) {
        return json.readValue(study.duty(), new TypeReference<>() {});
    }
}
