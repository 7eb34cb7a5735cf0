package kilnward.server.check;

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
import org.hibernate.annotations.Fetch;
import org.hibernate.annotations.FetchMode;
import org.hibernate.annotations.Immutable;

/** One look at display and references. Never changed; a wrong one is withdrawn by an entry. Its id is made where it was typed. */
@Entity
@Immutable
@Table(name = "check_row")
public class CheckRowEntity extends Identified {
    public UUID checkId;
    public Instant takenAt;
    public double display;
    /** Whether somebody confirmed it after being asked. */
    public boolean sure;
    @Column(length = 80)
    public String author;
    public Instant writtenAt;
    @ElementCollection(fetch = FetchType.EAGER)
    @CollectionTable(name = "check_row_value", joinColumns = @JoinColumn(name = "row_id"))
    @OrderColumn(name = "position")
    @Fetch(FetchMode.SUBSELECT)
    public List<ReadValue> read = new ArrayList<>();

    protected CheckRowEntity() {
    }

    public CheckRowEntity(UUID id, UUID checkId) {
        super(id);
        this.checkId = checkId;
    }
}
