package kilnward.server.store;

import jakarta.persistence.CascadeType;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.chamber.WallSide;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.envers.AuditJoinTable;
import org.hibernate.envers.Audited;
import org.hibernate.type.SqlTypes;

/** One wall of a chamber. */
@Entity
@Audited
@Table(name = "wall")
public class WallEntity extends Identified {
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 8)
    private WallSide side;
    @ElementCollection
    @CollectionTable(name = "wall_layer", joinColumns = @JoinColumn(name = "wall_id"))
    @OrderColumn(name = "position")
    private List<LayerValue> layers = new ArrayList<>();
    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "wall_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "wall_opening_aud")
    private List<OpeningEntity> openings = new ArrayList<>();

    protected WallEntity() {
    }

    public WallEntity(WallSide side, List<LayerValue> layers, List<OpeningEntity> openings) {
        super(UUID.randomUUID());
        this.side = side;
        this.layers = new ArrayList<>(layers);
        this.openings = new ArrayList<>(openings);
    }

    public WallSide getSide() {
        return side;
    }

    public List<LayerValue> getLayers() {
        return layers;
    }

    public List<OpeningEntity> getOpenings() {
        return openings;
    }
}
