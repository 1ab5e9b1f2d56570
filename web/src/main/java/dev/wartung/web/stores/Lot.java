package dev.wartung.web.stores;

import dev.wartung.core.stores.UseBy;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.hibernate.annotations.DynamicUpdate;
import org.jspecify.annotations.Nullable;

/**
 * Pieces of one item that came together: a kit or a part, with its lot. Its pieces change only together with a
 * {@link StockMove}.
 */
@Entity
@DynamicUpdate
public class Lot {

    @Id
    @GeneratedValue(strategy = GenerationType.IDENTITY)
    private Long id;

    private String item;
    private String name;
    private String materials;
    private String lot;
    private String supplier;
    private @Nullable LocalDate curedOn;
    private LocalDate receivedOn;
    private @Nullable LocalDate extendedOn;
    private @Nullable LocalDate quarantinedOn;
    private String quarantineReason = "";
    private int pieces;

    @Version
    private int version;

    @SuppressWarnings("NullAway.Init")
    protected Lot() {}

    /** @param cured the earliest cure date in it; empty where none is given */
    @SuppressWarnings("NullAway.Init")
    Lot(Items.Item item, String lot, String supplier, Optional<LocalDate> cured, LocalDate receivedOn) {
        this.item = item.number();
        this.name = item.name();
        this.materials = String.join(",", item.materials());
        this.lot = lot;
        this.supplier = supplier;
        this.curedOn = cured.orElse(null);
        this.receivedOn = receivedOn;
    }

    void moved(int delta) {
        pieces += delta;
    }

    void quarantined(LocalDate on, String reason) {
        quarantinedOn = on;
        quarantineReason = reason;
    }

    void released() {
        quarantinedOn = null;
        quarantineReason = "";
    }

    void extended(LocalDate on) {
        extendedOn = on;
    }

    public Long id() {
        return id;
    }

    /** Kit or article number. */
    public String item() {
        return item;
    }

    public String name() {
        return name;
    }

    public List<String> materials() {
        return materials.isEmpty() ? List.of() : List.of(materials.split(","));
    }

    public String lot() {
        return lot;
    }

    public String supplier() {
        return supplier;
    }

    public Optional<LocalDate> curedOn() {
        return Optional.ofNullable(curedOn);
    }

    public LocalDate receivedOn() {
        return receivedOn;
    }

    public Optional<LocalDate> extendedOn() {
        return Optional.ofNullable(extendedOn);
    }

    public boolean quarantined() {
        return quarantinedOn != null;
    }

    public Optional<LocalDate> quarantinedOn() {
        return Optional.ofNullable(quarantinedOn);
    }

    public String quarantineReason() {
        return quarantineReason;
    }

    public int pieces() {
        return pieces;
    }

    /** Last day of fitting; empty where nothing in it ages, or no cure date is known. */
    public Optional<LocalDate> useBy() {
        return curedOn().flatMap(cured -> UseBy.of(materials(), cured, extendedOn != null));
    }

    public boolean expired(LocalDate on) {
        return useBy().filter(last -> last.isBefore(on)).isPresent();
    }
}
