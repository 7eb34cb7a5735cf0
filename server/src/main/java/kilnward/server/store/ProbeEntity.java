package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embedded;
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
    public Double heaterShare;
    public Double contentsShare;
    public Double roomShare;
    @Column(name = "own_warmth_k")
    public double ownWarmthK;
    @Column(name = "lag_s")
    public double lagS;
    @Column(name = "sensor_error_k")
    public double sensorErrorK;

    @Embedded
    public PlaceValue place;
    @Column(name = "light_warmth_k")
    public double lightWarmthK;
    @Column(name = "drift_k_per_day")
    public double driftKPerDay;
    @Column(name = "polling_ks")
    public double pollingKs;
    @Column(name = "humidity_lag_s")
    public Double humidityLagS;
    public Double humidityErrorPct;
    public Double mistShare;

    protected ProbeEntity() {
    }

    public ProbeEntity(UUID id) {
        super(id);
    }
}
