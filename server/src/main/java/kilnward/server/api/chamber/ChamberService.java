package kilnward.server.api.chamber;

import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.settings.Parameter;
import kilnward.core.settings.ReadBack;
import kilnward.core.settings.Settings;
import kilnward.core.settings.Setup;
import kilnward.server.api.chamber.ChamberViews.ChamberChange;
import kilnward.server.api.chamber.ChamberViews.ChamberView;
import kilnward.server.api.chamber.ChamberViews.KeyingView;
import kilnward.server.api.chamber.ChamberViews.NewKeying;
import kilnward.server.api.chamber.ChamberViews.NewSettings;
import kilnward.server.api.chamber.ChamberViews.SettingsView;
import kilnward.server.api.chamber.ChamberViews.Tried;
import kilnward.server.api.problem.ConflictException;
import kilnward.server.api.problem.NotFoundException;
import kilnward.server.store.ChamberEntity;
import kilnward.server.store.ChamberRepository;
import kilnward.server.store.KeyingEntity;
import kilnward.server.store.KeyingRepository;
import kilnward.server.store.Owners;
import kilnward.server.store.SettingValue;
import kilnward.server.store.SettingsRevisionEntity;
import kilnward.server.store.SettingsRevisionRepository;
import kilnward.server.store.SiteEntity;
import kilnward.server.store.SiteRepository;
import kilnward.server.store.TrialValue;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Keeps chambers and their settings. */
@Service
public class ChamberService {
    private final SiteRepository sites;
    private final ChamberRepository chambers;
    private final SettingsRevisionRepository revisions;
    private final KeyingRepository keyings;
    private final Owners owners;
    private final Clock clock;

    public ChamberService(SiteRepository sites, ChamberRepository chambers, SettingsRevisionRepository revisions,
                          KeyingRepository keyings, Owners owners, Clock clock) {
        this.sites = sites;
        this.chambers = chambers;
        this.revisions = revisions;
        this.keyings = keyings;
        this.owners = owners;
        this.clock = clock;
    }

    /** The only site, for now. */
    @Transactional(readOnly = true)
    public Optional<SiteEntity> site() {
        return sites.findAll().stream().findFirst();
    }

    /** All chambers, oldest first. */
    @Transactional(readOnly = true)
    public List<ChamberView> all() {
        return chambers.findAllByOrderByCreatedAtAscIdAsc().stream().map(this::view).toList();
    }

    /**
     * One chamber.
     *
     * @throws NotFoundException where there is none of that id
     */
    @Transactional(readOnly = true)
    public ChamberView one(UUID id) {
        return view(find(id));
    }

    /**
     * Makes sure that there is such a chamber.
     *
     * @throws NotFoundException where there is none of that id
     */
    @Transactional(readOnly = true)
    public void require(UUID id) {
        if (!chambers.existsById(id)) {
            throw missing(id);
        }
    }

    private static NotFoundException missing(UUID id) {
        return new NotFoundException("There is no chamber " + id + ".");
    }

    /** Adds a chamber. */
    @Transactional
    public ChamberView add(UUID id, ChamberPlan plan, String author) {
        PlanReader.check(plan);
        SiteEntity site = sites.findAll().stream().findFirst()
                .orElseThrow(() -> new NotFoundException("There is no site to put a chamber in."));
        requireOwn(id, plan);
        ChamberEntity entity = new ChamberEntity(id, site, now());
        write(entity, plan, author);
        return view(chambers.saveAndFlush(entity));
    }

    /**
     * Changes a chamber.
     *
     * @throws ConflictException with the chamber in force, where it is no longer at the version the change was made from
     */
    @Transactional
    public ChamberView change(UUID id, ChamberChange change, String author) {
        ChamberEntity entity = hold(id);
        PlanReader.at("plan", () -> {
            PlanReader.check(change.plan());
            requireOwn(id, change.plan());
            return null;
        });
        if (entity.getVersion() != change.version()) {
            throw new ConflictException(entity.changedBy + " saved this chamber while you were working on it. What you"
                    + " typed is still here; look at both and save again.", view(entity));
        }
        write(entity, change.plan(), author);
        return view(chambers.saveAndFlush(entity));
    }

    /** Removes a chamber. Its settings revisions stay in the record. */
    @Transactional
    public void remove(UUID id) {
        chambers.delete(hold(id));
    }

    /** All revisions of a controller's settings, newest first. */
    @Transactional(readOnly = true)
    public List<SettingsView> settings(UUID id, UUID controllerId) {
        controller(find(id), controllerId);
        return revisions.findByControllerIdOrderByNumberDesc(controllerId).stream().map(ChamberService::view).toList();
    }

    /**
     * Saves a new revision of a controller's settings.
     *
     * @throws ConflictException with the revision in force, where that is not the one the new one was made from
     */
    @Transactional
    public SettingsView save(UUID id, UUID controllerId, NewSettings settings, String author) {
        ChamberPlan.ControllerPlan controller = controller(hold(id), controllerId);
        PlanReader.checkKeys(PlanReader.profile(controller), new Settings(settings.values()));
        Optional<SettingsRevisionEntity> latest = revisions.findFirstByControllerIdOrderByNumberDesc(controllerId);
        int number = latest.map(SettingsRevisionEntity::getNumber).orElse(0);
        if (number != settings.basedOn()) {
            throw new ConflictException(latest.map(SettingsRevisionEntity::getAuthor).orElse("Somebody")
                    + " saved settings " + number + " while you were working on " + settings.basedOn()
                    + ". What you typed is still here; look at both and save again.",
                    latest.map(ChamberService::view).orElse(null));
        }
        return view(revisions.saveAndFlush(new SettingsRevisionEntity(controllerId, number + 1, author,
                settings.reason().strip(), now(), values(settings.values()), null)));
    }

    /** All that was keyed into a controller, newest first. */
    @Transactional(readOnly = true)
    public List<KeyingView> keyings(UUID id, UUID controllerId) {
        controller(find(id), controllerId);
        return keyings.findByControllerIdOrderByKeyedAtDescIdAsc(controllerId).stream().map(this::view).toList();
    }

    /**
     * Records that a revision was keyed in, and what the device showed.
     *
     * @throws NotFoundException     where there is no such revision
     * @throws RefusedValueException where something shown belongs to no key of that revision
     */
    @Transactional
    public KeyingView keyedIn(UUID id, UUID controllerId, NewKeying keying, String author) {
        controller(find(id), controllerId);
        SettingsRevisionEntity revision = revision(controllerId, keying.number())
                .orElseThrow(() -> new NotFoundException("There are no settings " + keying.number() + " of this controller."));
        Map<Parameter, Double> wanted = values(revision.getValues());
        keying.shown().keySet().stream().filter(parameter -> !wanted.containsKey(parameter)).findFirst().ifPresent(parameter -> {
            throw new RefusedValueException("shown." + parameter, keying.shown().get(parameter), "must be a key of settings " + keying.number());
        });
        return view(keyings.saveAndFlush(new KeyingEntity(controllerId, keying.number(), author, now(), values(keying.shown()),
                keying.tried().stream().map(each -> new TrialValue(UUID.fromString(each.loopId()), each.switched(), each.wanted(), each.at())).toList())));
    }

    /**
     * Keys an offset in that a check led to: a revision that rests on the check, the record that the device shows it, and the error of
     * the sensor as it was found, so that ladder and rehearsal go by it.
     *
     * @param offset      which offset
     * @param seen        the offset that was in force when it was decided
     * @param sensorError what the sensor shows too much without any offset (K or points of %RH); empty where the plan's stays
     * @throws ConflictException where another offset is in force by now
     */
    @Transactional
    public SettingsView keyOffset(UUID id, UUID controllerId, Parameter offset, double seen, double value, OptionalDouble sensorError, String reason, UUID checkId,
                                  String author) {
        ChamberEntity entity = find(id);
        ChamberPlan.ControllerPlan controller = controller(entity, controllerId);
        SettingsRevisionEntity latest = revisions.findFirstByControllerIdOrderByNumberDesc(controllerId)
                .orElseThrow(() -> new NotFoundException("Nothing has been saved for " + controller.name() + " yet: save its settings first."));
        Settings before = new Settings(values(latest.getValues()));
        if (Math.abs(before.value(offset).orElse(0.0) - seen) > 1e-9) {
            throw new ConflictException(latest.getAuthor() + " saved settings " + latest.getNumber() + " with another offset while you were at it. Look at it and decide again.",
                    view(latest));
        }
        Settings after = before.with(offset, value);
        PlanReader.checkKeys(PlanReader.profile(controller), after);
        SettingsRevisionEntity saved = revisions.saveAndFlush(new SettingsRevisionEntity(controllerId, latest.getNumber() + 1, author, reason, now(),
                values(after.values()), checkId));
        keyings.saveAndFlush(new KeyingEntity(controllerId, saved.getNumber(), author, now(), values(Map.of(offset, value)), List.of()));
        sensorError.ifPresent(error -> {
            boolean humid = offset == Parameter.HUMIDITY_OFFSET || controller.profile().unit().isHumidity();
            write(entity, PlanStore.read(entity).withSensorError(controller.probeIds(), humid, error), author);
            chambers.saveAndFlush(entity);
        });
        return view(saved);
    }

    /**
     * A chamber with the settings in force of all its controllers.
     *
     * @throws RefusedValueException where a part or settings are missing
     */
    @Transactional(readOnly = true)
    public Setup setup(UUID id) {
        ChamberView view = one(id);
        Map<String, Settings> keyed = new HashMap<>();
        view.settings().forEach(each -> keyed.put(each.controllerId(), new Settings(each.values())));
        return PlanReader.setup(view.plan(), keyed);
    }

    private Optional<SettingsRevisionEntity> revision(UUID controllerId, int number) {
        return revisions.findByControllerIdAndNumber(controllerId, number);
    }

    private ChamberEntity find(UUID id) {
        return chambers.findById(id).orElseThrow(() -> missing(id));
    }

    private ChamberEntity hold(UUID id) {
        return chambers.hold(id).orElseThrow(() -> missing(id));
    }

    private static ChamberPlan.ControllerPlan controller(ChamberEntity chamber, UUID controllerId) {
        return PlanStore.read(chamber).controllers().stream()
                .filter(each -> each.id().equals(controllerId.toString())).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no controller " + controllerId + " in this chamber."));
    }

    private void write(ChamberEntity entity, ChamberPlan plan, String author) {
        PlanStore.write(plan, entity);
        entity.changedAt = now();
        entity.changedBy = author;
    }

    /** A part named by the id of another chamber's would be taken from there, with all that was ever saved for it. */
    private void requireOwn(UUID chamberId, ChamberPlan plan) {
        requireOwn(Owners.Part.APPLIANCE, "appliances", plan.appliances().stream().map(ChamberPlan.AppliancePlan::id).toList(), chamberId, "chamber");
        requireOwn(Owners.Part.PROBE, "probes", plan.probes().stream().map(ChamberPlan.ProbePlan::id).toList(), chamberId, "chamber");
        requireOwn(Owners.Part.CONTROLLER, "controllers", plan.controllers().stream().map(ChamberPlan.ControllerPlan::id).toList(), chamberId, "chamber");
        for (int i = 0; i < plan.controllers().size(); i++) {
            ChamberPlan.ControllerPlan controller = plan.controllers().get(i);
            requireOwn(Owners.Part.LOOP, "controllers[" + i + "].loops", controller.loops().stream().map(ChamberPlan.LoopPlan::id).toList(), UUID.fromString(controller.id()), "controller");
        }
    }

    private void requireOwn(Owners.Part part, String list, List<String> ids, UUID owner, String whose) {
        Map<UUID, UUID> found = owners.of(part, ids.stream().map(UUID::fromString).toList());
        for (int i = 0; i < ids.size(); i++) {
            if (!found.getOrDefault(UUID.fromString(ids.get(i)), owner).equals(owner)) {
                throw new RefusedValueException(list + "[" + i + "].id", ids.get(i), "must not be the id of another " + whose + "'s");
            }
        }
    }

    /** Microseconds, as the database keeps them, so that what is answered is what is read again. */
    private Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.MICROS);
    }

    private ChamberView view(ChamberEntity entity) {
        return new ChamberView(entity.getId().toString(), entity.getVersion(), entity.changedAt, entity.changedBy,
                PlanStore.read(entity), entity.controllers.stream()
                .flatMap(each -> revisions.findFirstByControllerIdOrderByNumberDesc(each.getId()).stream())
                .map(ChamberService::view).toList(), entity.controllers.stream()
                .flatMap(each -> keyings.findFirstByControllerIdOrderByKeyedAtDescIdAsc(each.getId()).stream()).map(this::view).toList());
    }

    private static SettingsView view(SettingsRevisionEntity entity) {
        return new SettingsView(entity.getControllerId().toString(), entity.getNumber(), entity.getAuthor(),
                entity.getReason(), entity.getSavedAt(), values(entity.getValues()), entity.getCheckId() == null ? null : entity.getCheckId().toString());
    }

    private KeyingView view(KeyingEntity entity) {
        Map<Parameter, Double> wanted = revision(entity.getControllerId(), entity.getNumber()).map(found -> values(found.getValues())).orElse(Map.of());
        Map<Parameter, Double> shown = values(entity.getShown());
        return new KeyingView(entity.getControllerId().toString(), entity.getNumber(), entity.getAuthor(), entity.getKeyedAt(), shown,
                shown.keySet().stream().filter(key -> !ReadBack.same(wanted.getOrDefault(key, Double.NaN), shown.get(key))).toList(),
                entity.getTried().stream().map(each -> new Tried(each.loopId().toString(), each.switched(), each.wanted(), each.at())).toList());
    }

    private static Map<Parameter, Double> values(List<SettingValue> stored) {
        Map<Parameter, Double> values = new EnumMap<>(Parameter.class);
        stored.forEach(value -> values.put(value.parameter(), value.value()));
        return values;
    }

    private static List<SettingValue> values(Map<Parameter, Double> values) {
        return values.entrySet().stream().map(entry -> new SettingValue(null, entry.getKey(), entry.getValue())).toList();
    }
}
