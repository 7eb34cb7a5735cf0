package kilnward.server.plan;

import java.time.Clock;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the plans of chambers. */
@Service
@Transactional
public class Plans {
    private final Sites sites;
    private final ChamberRepository chambers;
    private final Parts parts;
    private final PlanDocuments documents;
    private final Clock clock;

    public Plans(Sites sites, ChamberRepository chambers, Parts parts, PlanDocuments documents, Clock clock) {
        this.sites = sites;
        this.chambers = chambers;
        this.parts = parts;
        this.documents = documents;
        this.clock = clock;
    }

    /** A chamber as it is kept. */
    public record Planned(UUID id, long version, Instant changedAt, String changedBy, ChamberPlan plan) {
        /**
         * One of its controllers.
         *
         * @throws NotFoundException where there is none of that id
         */
        public ControllerPlan controller(UUID controllerId) {
            return plan.controllers().stream().filter(each -> each.id().equals(controllerId.toString())).findFirst()
                    .orElseThrow(() -> new NotFoundException("There is no controller " + controllerId + " in this chamber."));
        }
    }

    /** All chambers, oldest first. */
    @Transactional(readOnly = true)
    public List<Planned> all() {
        return chambers.findByRemovedAtIsNullOrderByCreatedAtAscIdAsc().stream().map(this::planned).toList();
    }

    /** The version of each chamber that stands, oldest first, without reading any plan. */
    @Transactional(readOnly = true)
    public Map<UUID, Long> versions() {
        Map<UUID, Long> found = new LinkedHashMap<>();
        chambers.versions().forEach(each -> found.put((UUID) each[0], (Long) each[1]));
        return found;
    }

    /** Those of some ids that stand. */
    @Transactional(readOnly = true)
    public List<Planned> some(List<UUID> ids) {
        return chambers.findByIdInAndRemovedAtIsNull(ids).stream().map(this::planned).toList();
    }

    /**
     * One chamber.
     *
     * @throws NotFoundException where there is none of that id
     */
    @Transactional(readOnly = true)
    public Planned one(UUID id) {
        return planned(chambers.findByIdAndRemovedAtIsNull(id).orElseThrow(() -> missing(id)));
    }

    /**
     * Makes sure that there is such a chamber.
     *
     * @throws NotFoundException where there is none of that id
     */
    @Transactional(readOnly = true)
    public void require(UUID id) {
        if (!stands(id)) {
            throw missing(id);
        }
    }

    /** Whether there is such a chamber, and it was not removed. */
    @Transactional(readOnly = true)
    public boolean stands(UUID id) {
        return chambers.existsByIdAndRemovedAtIsNull(id);
    }

    /** Whether there ever was such a chamber here. */
    @Transactional(readOnly = true)
    public boolean isKnown(UUID id) {
        return chambers.existsKnown(id) > 0;
    }

    /** Those that stand. */
    @Transactional(readOnly = true)
    public Set<UUID> standing() {
        return Set.copyOf(chambers.standing());
    }

    /** What chambers are called, by their ids; removed ones too. */
    @Transactional(readOnly = true)
    public Map<UUID, String> names() {
        return chambers.names().stream().collect(Collectors.toMap(each -> (UUID) each[0], each -> (String) each[1]));
    }

    /** Something that is another with every change of any chamber, for who has to follow them. */
    @Transactional(readOnly = true)
    public String mark() {
        return java.util.Arrays.toString(chambers.mark().get(0));
    }

    /**
     * The site of a chamber.
     *
     * @throws NotFoundException where there is no chamber of that id
     */
    @Transactional(readOnly = true)
    public UUID siteOf(UUID id) {
        return chambers.findByIdAndRemovedAtIsNull(id).orElseThrow(() -> missing(id)).siteId();
    }

    /** One chamber, held against everybody else who would change it until the transaction ends. */
    public Planned hold(UUID id) {
        return planned(held(id));
    }

    /** Adds a chamber. */
    public Planned add(UUID id, ChamberPlan plan, String author) {
        PlanReader.check(plan);
        Sites.Site site = sites.here().orElseThrow(() -> new NotFoundException("There is no site to put a chamber in."));
        return write(new ChamberEntity(id, site.id(), Moments.now(clock)), plan, author);
    }

    /** Changes a chamber, whatever version it is at: who calls this has held it and looked. */
    public Planned change(UUID id, ChamberPlan plan, String author) {
        PlanReader.check(plan);
        return write(held(id), plan, author);
    }

    /** Removes a chamber. It stays in the record, with all that points at it. */
    public void remove(UUID id, String author) {
        ChamberEntity entity = held(id);
        entity.removedAt = Moments.now(clock);
        entity.changedAt = entity.removedAt;
        entity.changedBy = author;
        parts.retire(id, entity.removedAt);
    }

    private ChamberEntity held(UUID id) {
        return chambers.hold(id).orElseThrow(() -> missing(id));
    }

    private Planned write(ChamberEntity entity, ChamberPlan plan, String author) {
        Instant now = Moments.now(clock);
        parts.follow(entity.getId(), plan, now);
        entity.document = documents.write(plan, entity.document, entity.format);
        entity.format = PlanDocuments.FORMAT;
        entity.name = plan.name();
        entity.changedAt = now;
        entity.changedBy = author;
        return planned(chambers.saveAndFlush(entity));
    }

    private Planned planned(ChamberEntity entity) {
        return new Planned(entity.getId(), entity.getVersion(), entity.changedAt, entity.changedBy, documents.read(entity.document, entity.format));
    }

    private static NotFoundException missing(UUID id) {
        return new NotFoundException("There is no chamber " + id + ".");
    }
}
