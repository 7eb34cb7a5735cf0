package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** A heater or a cooler. */
@Entity
@Audited
@Table(name = "appliance")
public class ApplianceEntity extends Identified {
    public String name;
    @Column(length = 24)
    public String kind;
    @Column(name = "power_w")
    public double powerW;
    @Column(name = "element_jk")
    public Double elementJK;
    @Column(name = "to_air_wk")
    public Double toAirWK;
    @Column(name = "to_contents_wk")
    public Double toContentsWK;
    @Column(name = "removes_w")
    public Double removesW;
    @Column(name = "opens_at_c")
    public Double opensAtC;
    @Column(name = "closes_at_c")
    public Double closesAtC;

    protected ApplianceEntity() {
    }

    public ApplianceEntity(UUID id) {
        super(id);
    }
}
