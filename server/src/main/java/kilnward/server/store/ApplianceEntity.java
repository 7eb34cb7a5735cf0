package kilnward.server.store;

import jakarta.persistence.Column;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** Something that acts on the climate; what does not belong to its kind is null. */
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

    public boolean lowVoltage;
    @Embedded
    public PlaceValue place;
    @Column(name = "self_limit_c")
    public Double selfLimitC;
    @Column(name = "lowest_c")
    public Double lowestC;
    @Column(name = "limit_k")
    public Double limitK;
    @Column(name = "flow_m3h")
    public Double flowM3h;
    @Column(name = "output_gh")
    public Double outputGh;
    @Column(name = "pulse_on_s")
    public Double pulseOnS;
    @Column(name = "pulse_rest_s")
    public Double pulseRestS;
    @Column(name = "surface_m2")
    public Double surfaceM2;
    @Column(name = "water_kg")
    public Double waterKg;
    public Double insideShare;
    public Double onHour;
    @Column(name = "light_hours")
    public Double hours;
    public Double openPerHour;

    protected ApplianceEntity() {
    }

    public ApplianceEntity(UUID id) {
        super(id);
    }
}
