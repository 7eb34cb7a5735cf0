package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** A probe. */
@Entity
@Audited
@Table(name = "probe")
public class ProbeEntity extends Identified {
    public String name;
    public double heaterShare;
    public double contentsShare;
    public double roomShare;
    @Column(name = "own_warmth_k")
    public double ownWarmthK;
    @Column(name = "lag_s")
    public double lagS;
    @Column(name = "sensor_error_k")
    public double sensorErrorK;

    protected ProbeEntity() {
    }

    public ProbeEntity(UUID id) {
        super(id);
    }
}
