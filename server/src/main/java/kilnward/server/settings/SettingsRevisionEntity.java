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

/** One numbered revision of everything keyed into one controller. Never changed, never deleted while its chamber stands. */
@Entity
@Immutable
@Table(name = "settings_revision")
public class SettingsRevisionEntity extends Identified {
    private UUID controllerId;
    private int number;
    @Column(length = 80)
    private String author;
    @Column(length = 500)
    private String reason;
    private Instant savedAt;
    /** The check its offset rests on; null where it rests on none. */
    private UUID checkId;
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "setting_value", joinColumns = @JoinColumn(name = "revision_id"))
    @OrderColumn(name = "position")
    private List<SettingValue> values = new ArrayList<>();

    protected SettingsRevisionEntity() {
    }

    public SettingsRevisionEntity(UUID controllerId, int number, String author, String reason, Instant savedAt,
            List<SettingValue> values, UUID checkId) {
        super(UUID.randomUUID());
        this.controllerId = controllerId;
        this.number = number;
        this.author = author;
        this.reason = reason;
        this.savedAt = savedAt;
        this.values = new ArrayList<>(values);
        this.checkId = checkId;
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

    public String getReason() {
        return reason;
    }

    public Instant getSavedAt() {
        return savedAt;
    }

    public UUID getCheckId() {
        return checkId;
    }

    public List<SettingValue> getValues() {
        return values;
    }
}
