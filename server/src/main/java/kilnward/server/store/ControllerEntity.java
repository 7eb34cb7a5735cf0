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
import kilnward.core.control.Style;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.settings.Habits;
import kilnward.core.settings.LawKind;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.envers.AuditJoinTable;
import org.hibernate.envers.Audited;
import org.hibernate.type.SqlTypes;

/** A controller with its profile. What is keyed into it stands in its settings revisions. */
@Entity
@Audited
@Table(name = "controller")
public class ControllerEntity extends Identified {
    public String name;
    /** The first of its probes, for servers that know only one. */
    public UUID probeId;
    @ElementCollection
    @CollectionTable(name = "controller_probe", joinColumns = @JoinColumn(name = "controller_id"))
    @OrderColumn(name = "position")
    @Column(name = "probe_id")
    public List<UUID> probeIds = new ArrayList<>();
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 4)
    public DisplayUnit unit;
    public double resolution;
    @Column(name = "sampling_s")
    public double samplingS;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 16)
    public Style raising;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 16)
    public Style lowering;
    public boolean strict;
    /** Its school; null in rows of a server that knew on/off alone. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    public LawKind law;
    /** What becomes of a change when the keys rest; null in rows of a server that knew no habits, and then so are the rest. */
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    public Habits.LeftAlone leftAlone;
    @Column(name = "rest_s")
    public Double restS;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    public Habits.Sounder sounder;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 20)
    public Habits.LinkLoss linkLoss;
    public Double highAlarmLeast;
    public Double lowAlarmLeast;
    @ElementCollection
    @CollectionTable(name = "controller_code", joinColumns = @JoinColumn(name = "controller_id"))
    @OrderColumn(name = "position")
    public List<CodeValue> codes = new ArrayList<>();
    /** What has no column of its own, as one JSON document. */
    @Column(columnDefinition = "json")
    public String more;
    @Column(length = 300)
    public String howToSet;
    @Column(length = 300)
    public String howToSave;
    @ElementCollection
    @CollectionTable(name = "controller_key", joinColumns = @JoinColumn(name = "controller_id"))
    @OrderColumn(name = "position")
    public List<KeyValue> keys = new ArrayList<>();
    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "controller_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "controller_loop_aud")
    public List<LoopEntity> loops = new ArrayList<>();

    protected ControllerEntity() {
    }

    public ControllerEntity(UUID id) {
        super(id);
    }
}
