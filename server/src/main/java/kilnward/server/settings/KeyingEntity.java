package kilnward.server.settings;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.server.store.Identified;
import org.hibernate.annotations.Immutable;

/** A revision of settings keyed into the device by somebody, with what the device showed when it was read back. Never changed. */
@Entity
@Immutable
@Table(name = "keying")
public class KeyingEntity extends Identified {
    private UUID controllerId;
    /** Number of the revision that was to be keyed in. */
    private int number;
    @Column(length = 80)
    private String author;
    private Instant keyedAt;
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "keying_value", joinColumns = @JoinColumn(name = "keying_id"))
    @OrderColumn(name = "position")
    private List<SettingValue> shown = new ArrayList<>();
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "keying_trial", joinColumns = @JoinColumn(name = "keying_id"))
    @OrderColumn(name = "position")
    private List<TrialValue> tried = new ArrayList<>();

    protected KeyingEntity() {
    }

    public KeyingEntity(UUID controllerId, int number, String author, Instant keyedAt, List<SettingValue> shown,
            List<TrialValue> tried) {
        super(UUID.randomUUID());
        this.controllerId = controllerId;
        this.number = number;
        this.author = author;
        this.keyedAt = keyedAt;
        this.shown = new ArrayList<>(shown);
        this.tried = new ArrayList<>(tried);
    }

    public UUID getControllerId() {
        return controllerId;
    }

    public int getNumber() {
        return number;
    }

    public String getAuthor() {
        return author;
    }

    public Instant getKeyedAt() {
        return keyedAt;
    }

    public List<SettingValue> getShown() {
        return shown;
    }

    public List<TrialValue> getTried() {
        return tried;
    }
}
