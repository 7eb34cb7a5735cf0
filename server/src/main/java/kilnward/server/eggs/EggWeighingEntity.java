package kilnward.server.eggs;

import jakarta.persistence.Column;
import jakarta.persistence.Entity;
import jakarta.persistence.Table;
import java.time.Instant;
import java.util.UUID;
import kilnward.server.store.Identified;

/** One weighing of the eggs of a chamber. Never changed; a wrong one is withdrawn, with who did so and when. */
@Entity
@Table(name = "egg_weighing")
public class EggWeighingEntity extends Identified {
    public UUID chamberId;
    public Instant weighedAt;
    @Column(name = "mass_g")
    public double massG;
    /** Number of eggs on the scale. */
    public int eggs;
    @Column(length = 300)
    public String note;
    @Column(length = 80)
    public String author;
    public Instant writtenAt;
    public Instant withdrawnAt;
    @Column(length = 80)
    public String withdrawnBy;

    protected EggWeighingEntity() {
    }

    public EggWeighingEntity(UUID chamberId) {
        super(UUID.randomUUID());
        this.chamberId = chamberId;
    }
}
