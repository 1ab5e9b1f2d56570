package dev.wartung.web.tool;

import dev.wartung.core.measure.ToolKind;
import dev.wartung.core.message.Days;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/** A tool with its number and how long its last calibration is good for. */
@Entity
@DynamicUpdate
public class MeasuringTool {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String number;

    @Enumerated(EnumType.STRING)
    private ToolKind kind;

    private String name;
    private int months;
    private LocalDate goodUntil;
    private @Nullable LocalDate outSince;
    private @Nullable LocalDate retiredOn;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected MeasuringTool() {}

    /**
     * @param months between calibrations
     * @param calibrated when it was last found good
     */
    @SuppressWarnings("NullAway.Init")
    MeasuringTool(String number, ToolKind kind, String name, int months, LocalDate calibrated) {
        this.number = number;
        this.kind = kind;
        this.name = name;
        this.months = months;
        this.goodUntil = calibrated.plusMonths(months);
    }

    void foundGood(LocalDate on) {
        goodUntil = on.plusMonths(months);
        outSince = null;
    }

    void foundOut(LocalDate on) {
        outSince = on;
    }

    void retired(LocalDate on) {
        retiredOn = on;
    }

    public Long id() {
        return id;
    }

    /** What stands on it. */
    public String number() {
        return number;
    }

    public ToolKind kind() {
        return kind;
    }

    public String name() {
        return name;
    }

    public int months() {
        return months;
    }

    public LocalDate goodUntil() {
        return goodUntil;
    }

    /** The day it was found out of calibration; empty where it was not, or was set right since. */
    public Optional<LocalDate> outSince() {
        return Optional.ofNullable(outSince);
    }

    public boolean retired() {
        return retiredOn != null;
    }

    public boolean overdue(LocalDate today) {
        return goodUntil.isBefore(today);
    }

    /** Whether a reading may be taken with it. */
    public boolean usable(LocalDate today) {
        return !retired() && outSince == null && !overdue(today);
    }

    /** Why no reading is taken with it; empty where one may be. */
    public String why(LocalDate today) {
        return outSince != null
                ? "found out of calibration on " + Days.day(outSince)
                : overdue(today) ? "calibration overdue since " + Days.day(goodUntil) : "";
    }
}
