package kilnward.server.store;

import jakarta.persistence.CascadeType;
import jakarta.persistence.CollectionTable;
import jakarta.persistence.Column;
import jakarta.persistence.ElementCollection;
import jakarta.persistence.Embedded;
import jakarta.persistence.Entity;
import jakarta.persistence.EnumType;
import jakarta.persistence.Enumerated;
import jakarta.persistence.FetchType;
import jakarta.persistence.JoinColumn;
import jakarta.persistence.ManyToOne;
import jakarta.persistence.OneToMany;
import jakarta.persistence.OrderColumn;
import jakarta.persistence.Table;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.chamber.AirMovement;
import kilnward.core.life.OccupantPlace;
import org.hibernate.annotations.JdbcTypeCode;
import org.hibernate.envers.AuditJoinTable;
import org.hibernate.envers.Audited;
import org.hibernate.envers.NotAudited;
import org.hibernate.type.SqlTypes;

/** A chamber as planned, down to its walls, probes, appliances and controllers. Parts not known yet are null. */
@Entity
@Audited
@Table(name = "chamber")
public class ChamberEntity extends Identified {
    @ManyToOne(fetch = FetchType.LAZY, optional = false)
    @JoinColumn(name = "site_id")
    @NotAudited
    private SiteEntity site;
    @Version
    private long version;
    @Column(nullable = false)
    private Instant createdAt;
    /** Raised at every save, so that a change of a part alone still makes a new version of the whole. */
    @Column(nullable = false)
    public Instant changedAt;
    @Column(nullable = false, length = 80)
    public String changedBy;

    @Column(nullable = false, length = 80)
    public String name;
    @Column(nullable = false, length = 2000)
    public String note;

    @Column(length = 80)
    public String guideId;
    @Column(length = 80)
    public String schoolId;
    @Column(length = 80)
    public String stageId;
    @Column(length = 80)
    public String occupantName;
    public LocalDate startedOn;
    @Column(name = "occupant_where", length = 40)
    public String occupantWhere;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    public OccupantPlace occupantPlace;
    @Column(name = "gradient_k")
    public Double gradientK;
    @Column(name = "keep_low_c")
    public Double keepLowC;
    @Column(name = "keep_high_c")
    public Double keepHighC;
    @Column(name = "keep_humidity_low_pct")
    public Double keepHumidityLowPct;
    @Column(name = "keep_humidity_high_pct")
    public Double keepHumidityHighPct;
    @Column(name = "max_rate_kh")
    public Double maxRateKh;
    @ElementCollection
    @CollectionTable(name = "harm_limit", joinColumns = @JoinColumn(name = "chamber_id"))
    @OrderColumn(name = "position")
    public List<HarmLimitValue> harmLimits = new ArrayList<>();

    @Column(name = "inner_length_m")
    public Double innerLengthM;
    @Column(name = "inner_width_m")
    public Double innerWidthM;
    @Column(name = "inner_height_m")
    public Double innerHeightM;
    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "chamber_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "chamber_wall_aud")
    public List<WallEntity> walls = new ArrayList<>();
    public Double airChangesPerHour;
    @Enumerated(EnumType.STRING)
    @JdbcTypeCode(SqlTypes.VARCHAR)
    @Column(length = 12)
    public AirMovement airMovement;
    @Column(name = "altitude_m")
    public Double altitudeM;

    @Column(name = "gradient_km")
    public Double gradientKm;
    public Double lossFactor;
    @Column(name = "water_height_m")
    public Double waterHeightM;
    public Double coveredShare;

    public Double contentsKg;
    @Column(name = "contents_jkgk")
    public Double contentsJkgK;
    @Column(name = "contents_m2")
    public Double contentsM2;
    @Column(name = "living_heat_w")
    public Double livingHeatW;

    @Column(name = "contents_wet_m2")
    public Double contentsWetM2;
    @Column(name = "contents_water_kg")
    public Double contentsWaterKg;
    /** Where the contents stand. */
    @Embedded
    public PlaceValue contentsPlace;

    @Column(name = "room_coldest_c")
    public Double roomColdestC;
    @Column(name = "room_warmest_c")
    public Double roomWarmestC;
    public Double roomWarmestHour;

    public Double roomHumidityPct;
    @Column(name = "room_ground_c")
    public Double roomGroundC;
    @Column(name = "sun_peak_wm2")
    public Double sunPeakWm2;
    public Double sunRiseHour;
    public Double sunSetHour;

    @Column(name = "supply_v")
    public Double supplyV;
    @Column(name = "circuit_a")
    public Double circuitA;
    @Column(name = "low_voltage_v")
    public Double lowVoltageV;
    @Column(name = "low_voltage_a")
    public Double lowVoltageA;
    @Column(name = "price_per_kwh")
    public Double pricePerKWh;
    /** What has no column of its own, as one JSON document. */
    @Column(columnDefinition = "json")
    public String more;

    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "chamber_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "chamber_appliance_aud")
    public List<ApplianceEntity> appliances = new ArrayList<>();
    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "chamber_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "chamber_probe_aud")
    public List<ProbeEntity> probes = new ArrayList<>();
    @OneToMany(cascade = CascadeType.ALL, orphanRemoval = true)
    @JoinColumn(name = "chamber_id")
    @OrderColumn(name = "position")
    @AuditJoinTable(name = "chamber_controller_aud")
    public List<ControllerEntity> controllers = new ArrayList<>();

    protected ChamberEntity() {
    }

    public ChamberEntity(UUID id, SiteEntity site, Instant createdAt) {
        super(id);
        this.site = site;
        this.createdAt = createdAt;
    }

    public SiteEntity getSite() {
        return site;
    }

    public long getVersion() {
        return version;
    }

    public Instant getCreatedAt() {
        return createdAt;
    }
}
