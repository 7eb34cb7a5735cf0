package kilnward.server.store;

import jakarta.persistence.CollectionTable;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import org.hibernate.envers.Audited;

/** Glass or a door in a wall. */
@Entity
@Audited
@Table(name = "opening")
public class OpeningEntity extends Identified {
    private double areaM2;
    @ElementCollection
    @CollectionTable(name = "opening_layer", joinColumns = @JoinColumn(name = "opening_id"))
    @OrderColumn(name = "position")
    private List<LayerValue> layers = new ArrayList<>();

    protected OpeningEntity() {
    }

    public OpeningEntity(double areaM2, List<LayerValue> layers) {
        super(UUID.randomUUID());
        this.areaM2 = areaM2;
        this.layers = new ArrayList<>(layers);
    }

    public double getAreaM2() {
        return areaM2;
    }

    public List<LayerValue> getLayers() {
        return layers;
    }
}
