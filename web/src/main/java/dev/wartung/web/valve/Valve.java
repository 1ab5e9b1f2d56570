package dev.wartung.web.valve;

import dev.wartung.core.anatomy.Drive;
import dev.wartung.core.anatomy.ValveConfiguration;
import dev.wartung.core.due.ServiceRule;
import dev.wartung.core.text.Tag;
import jakarta.persistence.Column;
import jakarta.persistence.Convert;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.Map;
import java.util.Optional;
import org.hibernate.annotations.ColumnTransformer;
import org.jspecify.annotations.Nullable;
import org.springframework.web.util.UriUtils;

/** A valve of the site, as on record. */
@Entity
public class Valve {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String tag;
    private String service;
    private String area;
    private String line;
    private String typeId;
    private String typeName;

    @Enumerated(EnumType.STRING)
    private Drive drive;

    @Convert(converter = StoredOptions.class)
    @Column(columnDefinition = "jsonb")
    @ColumnTransformer(write = "?::jsonb")
    private Map<String, String> options;

    @Enumerated(EnumType.STRING)
    private ValveState state = ValveState.IN_SERVICE;

    private @Nullable LocalDate nextDue;
    private @Nullable LocalDate renewedOn;

    @Enumerated(EnumType.STRING)
    private ServiceRule.By dueBy = ServiceRule.By.MONTHS;

    private long dueUsed;
    private long dueLimit;
    private int place;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected Valve() {}

    /**
     * @param tag     as on the plate, unique on the site
     * @param service what it does in the plant, for instance "oat base to culture tank 2"
     * @param line    the isolation group it belongs to
     * @param place   where it stands along its line, counted from the inlet
     */
    @SuppressWarnings("NullAway.Init")
    public Valve(
            String tag,
            String service,
            String area,
            String line,
            String typeId,
            String typeName,
            ValveConfiguration configuration,
            @Nullable LocalDate nextDue,
            int place) {
        this.tag = tag;
        this.service = service;
        this.area = area;
        this.line = line;
        this.typeId = typeId;
        this.typeName = typeName;
        this.drive = configuration.drive();
        this.options = configuration.kept();
        this.nextDue = nextDue;
        this.place = place;
    }

    public Long id() {
        return id;
    }

    public String tag() {
        return tag;
    }

    /** Its page, as an address has it. */
    public String path() {
        return "/valves/" + UriUtils.encodePathSegment(tag, StandardCharsets.UTF_8);
    }

    /** Whether it is called what no plate can say, since before that was asked: such a one is given another tag. */
    public boolean isTaggedOddly() {
        return Tag.trouble(tag).isPresent();
    }

    /** It has another plate. */
    void isCalled(String other) {
        tag = other;
    }

    public String service() {
        return service;
    }

    public String area() {
        return area;
    }

    public String line() {
        return line;
    }

    /** Where it stands along its line, counted from the inlet. */
    public int place() {
        return place;
    }

    public String typeId() {
        return typeId;
    }

    public String typeName() {
        return typeName;
    }

    public Drive drive() {
        return drive;
    }

    public ValveConfiguration configuration() {
        return new ValveConfiguration(drive, options);
    }

    public ValveState state() {
        return state;
    }

    public Optional<LocalDate> nextDue() {
        return Optional.ofNullable(nextDue);
    }

    /** What it is on record changes: the record was wrong, or the valve was converted and proven. */
    public void becomes(ValveConfiguration other) {
        drive = other.drive();
        options = other.kept();
    }

    public void becomes(ValveState next) {
        state = next;
    }

    /**
     * All its product seals were renewed; it is due when the rule for it says so, by its type sheet's months until that
     * is worked out.
     */
    public void renewed(LocalDate day, int months) {
        renewedOn = day;
        isDue(new ServiceRule.Due(day.plusMonths(months), ServiceRule.By.MONTHS, 0, months));
    }

    /** It stands or is called otherwise than on record. */
    public void isAt(String otherService, String otherArea, String otherLine, int otherPlace) {
        service = otherService;
        area = otherArea;
        line = otherLine;
        place = otherPlace;
    }

    public void isNextDue(LocalDate day) {
        nextDue = day;
    }

    public void isDue(ServiceRule.Due due) {
        nextDue = due.on();
        dueBy = due.by();
        dueUsed = due.used();
        dueLimit = due.limit();
    }

    /** When all its product seals were last renewed; empty where that is not on record. */
    public Optional<LocalDate> renewedOn() {
        return Optional.ofNullable(renewedOn);
    }

    /**
     * What makes it due, in words, for instance "by its cycles, 98 000 of 100 000"; empty where only a day is on
     * record.
     */
    public String dueBecause() {
        return dueLimit == 0 ? "" : "by " + dueBy.words() + ", " + dueUsed + " of " + dueLimit;
    }
}
