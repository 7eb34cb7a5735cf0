package kilnward.server.store;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** One output of a controller: the quantity it acts on, the part of the day it holds for, the appliances on its outlet. */
@Entity
@Audited
@Table(name = "control_loop")
public class LoopEntity extends Identified {
    @Column(length = 16)
    private String quantity = "TEMPERATURE";
    @Column(length = 8)
    private String dayPart = "ALWAYS";
    @ElementCollection
    @CollectionTable(name = "loop_appliance", joinColumns = @JoinColumn(name = "loop_id"))
    @OrderColumn(name = "position")
    @Column(name = "appliance_id")
    private List<UUID> applianceIds = new ArrayList<>();

    /** What its contact is rated for; null where not known. */
    @Column(name = "rated_a")
    public Double ratedA;
    @Column(name = "rated_dc_a")
    public Double ratedDcA;
    @Column(name = "rated_w")
    public Double ratedW;
    /** Whether it only backs another up; null in rows of a server that knew no such thing. */
    public Boolean cutOut;

    protected LoopEntity() {
    }

    public LoopEntity(UUID id) {
        super(id);
    }

    public List<UUID> getApplianceIds() {
        return applianceIds;
    }
}
