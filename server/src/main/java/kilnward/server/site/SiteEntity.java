package kilnward.server.site;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.util.UUID;
import kilnward.server.store.Identified;

/** A place with chambers. */
@Entity
@Table(name = "site")
public class SiteEntity extends Identified {
    private String name;
    private String timeZone;
    @Column(name = "altitude_m")
    private double altitudeM;
    @Version
    private long version;

    protected SiteEntity() {
    }

    public SiteEntity(UUID id, String name, String timeZone, double altitudeM) {
        super(id);
        this.name = name;
        this.timeZone = timeZone;
        this.altitudeM = altitudeM;
    }

    void change(String newName, String newTimeZone, double newAltitudeM) {
        name = newName;
        timeZone = newTimeZone;
        altitudeM = newAltitudeM;
    }

    public String getName() {
        return name;
    }

    public String getTimeZone() {
        return timeZone;
    }

    public double getAltitudeM() {
        return altitudeM;
    }
}
