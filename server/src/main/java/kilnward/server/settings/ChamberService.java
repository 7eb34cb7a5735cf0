package kilnward.server.settings;

import java.time.Clock;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.UUID;
import kilnward.core.device.Parameter;
import kilnward.core.device.ReadBack;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Setup;
import kilnward.server.audit.Audit;
import kilnward.server.audit.Change;
import kilnward.server.begin.FirstKeysController;
import kilnward.server.people.Role;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.plan.Plans;
import kilnward.server.plan.Plans.Planned;
import kilnward.server.settings.ChamberViews.ChamberChange;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.KeyingView;
import kilnward.server.settings.ChamberViews.NewKeying;
import kilnward.server.settings.ChamberViews.NewSettings;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.settings.ChamberViews.Tried;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Chambers with what is keyed into their controllers. */
@Service
public class ChamberService {
    private final Plans plans;
    private final SettingsRevisionRepository revisions;
    private final KeyingRepository keyings;
    private final Limits limits;
    private final Audit audit;
    private final Sites sites;
    private final Clock clock;
    /** A day beyond this (days) is a slip of the pen. */
    private static final int LONGEST_DAYS = 3650;

    public ChamberService(Plans plans, SettingsRevisionRepository revisions, KeyingRepository keyings, Limits limits, Audit audit, Sites sites, Clock clock) {
        this.sites = sites;
        this.limits = limits;
        this.audit = audit;
        this.plans = plans;
        this.revisions = revisions;
        this.keyings = keyings;
        this.clock = clock;
    }

    /** All chambers, oldest first. */
    @Transactional(readOnly = true)
    public List<ChamberView> all() {
        return views(plans.all());
    }

    /** What tells whether a chamber, or what is keyed in it, is still as it was: the version of each that stands, oldest first, and the number in force of each controller. */
    public record Stand(Map<UUID, Long> versions, Map<UUID, Integer> numbers) {
        /** Whether a chamber that was read before is still as it stands. */
        public boolean holds(ChamberView before) {
            return versions.getOrDefault(UUID.fromString(before.id()), -1L) == before.version() && before.plan().controllers().stream().map(each -> UUID.fromString(each.id()))
                    .allMatch(
                            id -> numbers.getOrDefault(id, 0) == before.settings().stream().filter(each -> each.controllerId().equals(id.toString())).mapToInt(SettingsView::number)
                                    .findFirst().orElse(0));
        }
    }

    /** How everything stands, without reading any plan. */
    @Transactional(readOnly = true)
    public Stand stand() {
        Map<UUID, Integer> numbers = new HashMap<>();
        revisions.numbers().forEach(each -> numbers.put((UUID) each[0], (Integer) each[1]));
        return new Stand(plans.versions(), numbers);
    }

    /** Those of some ids that stand. */
    @Transactional(readOnly = true)
    public List<ChamberView> some(List<UUID> ids) {
        return views(plans.some(ids));
    }

    /**
     * One chamber.
     *
     * @throws NotFoundException where there is none of that id
     */
    @Transactional(readOnly = true)
    public ChamberView one(UUID id) {
        return view(plans.one(id));
    }

    /** Adds a chamber. */
    @Transactional
    public ChamberView add(UUID id, ChamberPlan plan, String author) {
        return view(plans.add(id, plan, author));
    }

    /**
     * Changes a chamber.
     *
     * @throws ConflictException with the chamber in force, where it is no longer at the version the change was made from
     */
    @Transactional
    public ChamberView change(UUID id, ChamberChange change, String author) {
        Planned held = plans.hold(id);
        if (held.version() != change.version()) {
            throw new ConflictException(held.changedBy() + " saved this chamber while you were working on it. What you"
                    + " typed is still here; look at both and save again.", view(held));
        }
        return view(PlanReader.at("plan", () -> plans.change(id, change.plan(), author)));
    }

    /** All revisions of a controller's settings, newest first. */
    @Transactional(readOnly = true)
    public List<SettingsView> settings(UUID id, UUID controllerId) {
        plans.one(id).controller(controllerId);
        return revisions.findByControllerIdOrderByNumberDesc(controllerId).stream().map(ChamberService::view).toList();
    }

    /**
     * Saves a new revision of a controller's settings.
     *
     * @throws ConflictException with the revision in force, where that is not the one the new one was made from
     */
    @Transactional
    public SettingsView save(UUID id, UUID controllerId, NewSettings settings, String author) {
        return save(id, controllerId, settings, author, Role.LEAD);
    }

    /**
     * The same by somebody of a level, who is held to what a lead fixed.
     *
     * @throws ConflictException as above
     */
    @Transactional
    public SettingsView save(UUID id, UUID controllerId, NewSettings settings, String author, Role level) {
        ChamberPlan.ControllerPlan controller = plans.hold(id).controller(controllerId);
        PlanReader.checkKeys(PlanReader.profile(controller), new Settings(settings.values()));
        Optional<SettingsRevisionEntity> latest = revisions.findFirstByControllerIdOrderByNumberDesc(controllerId);
        int number = latest.map(SettingsRevisionEntity::getNumber).orElse(0);
        if (number != settings.basedOn()) {
            throw new ConflictException(latest.map(SettingsRevisionEntity::getAuthor).orElse("Somebody")
                    + " saved settings " + number + " while you were working on " + settings.basedOn()
                    + ". What you typed is still here; look at both and save again.",
                    latest.map(ChamberService::view).orElse(null));
        }
        limits.hold(controller, latest.map(each -> values(each.getValues())).orElse(Map.of()), settings.values(), level, Boolean.TRUE.equals(settings.sure()));
        SettingsRevisionEntity saved = revisions.saveAndFlush(new SettingsRevisionEntity(controllerId, number + 1, author,
                settings.reason().strip(), Moments.now(clock), values(settings.values()), null));
        tell(id, controller, latest.map(each -> values(each.getValues())).orElse(Map.of()), saved);
        return view(saved);
    }

    /** All that was keyed into a controller, newest first. */
    @Transactional(readOnly = true)
    public List<KeyingView> keyings(UUID id, UUID controllerId) {
        plans.one(id).controller(controllerId);
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
        plans.one(id).controller(controllerId);
        SettingsRevisionEntity revision = revision(controllerId, keying.number())
                .orElseThrow(() -> new NotFoundException("There are no settings " + keying.number() + " of this controller."));
        Map<Parameter, Double> wanted = values(revision.getValues());
        keying.shown().keySet().stream().filter(parameter -> !wanted.containsKey(parameter)).findFirst().ifPresent(parameter -> {
            throw new RefusedValueException("shown." + parameter, keying.shown().get(parameter), "must be a key of settings " + keying.number());
        });
        return view(keyings.saveAndFlush(new KeyingEntity(controllerId, keying.number(), author, Moments.now(clock), values(keying.shown()),
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
        Planned chamber = plans.hold(id);
        ChamberPlan.ControllerPlan controller = chamber.controller(controllerId);
        SettingsRevisionEntity latest = revisions.findFirstByControllerIdOrderByNumberDesc(controllerId)
                .orElseThrow(() -> new NotFoundException("Nothing has been saved for " + controller.name() + " yet: save its settings first."));
        Settings before = new Settings(values(latest.getValues()));
        if (Math.abs(before.value(offset).orElse(0.0) - seen) > 1e-9) {
            throw new ConflictException(latest.getAuthor() + " saved settings " + latest.getNumber() + " with another offset while you were at it. Look at it and decide again.",
                    view(latest));
        }
        Settings after = before.with(offset, value);
        PlanReader.checkKeys(PlanReader.profile(controller), after);
        SettingsRevisionEntity saved = revisions.saveAndFlush(new SettingsRevisionEntity(controllerId, latest.getNumber() + 1, author, reason, Moments.now(clock),
                values(after.values()), checkId));
        tell(id, controller, before.values(), saved);
        keyings.saveAndFlush(new KeyingEntity(controllerId, saved.getNumber(), author, Moments.now(clock), values(Map.of(offset, value)), List.of()));
        sensorError.ifPresent(error -> {
            Quantity of = offset == Parameter.HUMIDITY_OFFSET ? Quantity.RELATIVE_HUMIDITY : controller.profile().unit().quantity();
            plans.change(id, chamber.plan().withSensorError(controller.probeIds(), of, error), author);
        });
        return view(saved);
    }

    /** What is keyed otherwise than before stands in the record key by key. */
    private void tell(UUID chamberId, ChamberPlan.ControllerPlan controller, Map<Parameter, Double> before, SettingsRevisionEntity saved) {
        audit.write(Audit.Done.in(chamberId, Audit.What.ADDED, "settings", saved.getId(), controller.name() + ", settings " + saved.getNumber(), saved.getReason(),
                Change.between(before, values(saved.getValues()))));
    }

    /** Something that is another with every change of any chamber or of what is keyed into any controller, for who has to follow them. */
    @Transactional(readOnly = true)
    public String mark() {
        return plans.mark() + revisions.count();
    }

    /** The same of one chamber. */
    @Transactional(readOnly = true)
    public String mark(UUID id) {
        return one(id).mark();
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
        return PlanReader.setup(view.plan(), keyed, day(view.plan()));
    }

    /** How many days what lives there has lived there, by the calendar of the site; empty where that is not said, or lies ahead. */
    public OptionalDouble day(ChamberPlan plan) {
        LocalDate started = plan.occupancy() == null ? null : plan.occupancy().startedOn();
        long days = started == null ? -1 : ChronoUnit.DAYS.between(started, LocalDate.ofInstant(clock.instant(), sites.zone()));
        return days < 0 || days > LONGEST_DAYS ? OptionalDouble.empty() : OptionalDouble.of(days);
    }

    private Optional<SettingsRevisionEntity> revision(UUID controllerId, int number) {
        return revisions.findByControllerIdAndNumber(controllerId, number);
    }

    /** Microseconds, as the database keeps them, so that what is answered is what is read again. */

    private ChamberView view(Planned chamber) {
        return views(List.of(chamber)).get(0);
    }

    /** In as many sentences for many as for one. */
    private List<ChamberView> views(List<Planned> chambers) {
        List<UUID> controllers = chambers.stream().flatMap(chamber -> ids(chamber).stream()).toList();
        List<SettingsRevisionEntity> found = revisions.inForceOrKeyed(controllers);
        Map<UUID, SettingsRevisionEntity> inForce = new HashMap<>();
        found.forEach(each -> inForce.merge(each.getControllerId(), each, (one, other) -> one.getNumber() > other.getNumber() ? one : other));
        Map<UUID, KeyingEntity> keyed = new HashMap<>();
        keyings.last(controllers).forEach(each -> keyed.putIfAbsent(each.getControllerId(), each));
        return chambers.stream().map(chamber -> new ChamberView(chamber.id().toString(), chamber.version(), chamber.changedAt(), chamber.changedBy(), chamber.plan(),
                ids(chamber).stream().filter(inForce::containsKey).map(id -> view(inForce.get(id))).toList(),
                ids(chamber).stream().filter(keyed::containsKey).map(id -> view(keyed.get(id), wanted(keyed.get(id), found))).toList(),
                chamber.plan().controllers().stream().map(each -> begun(chamber.plan(), each, inForce.get(UUID.fromString(each.id())))).toList())).toList();
    }

    private static FirstKeysController.Begun begun(ChamberPlan plan, ChamberPlan.ControllerPlan controller, SettingsRevisionEntity inForce) {
        Map<Parameter, Double> keyed = inForce == null ? Map.of() : values(inForce.getValues());
        try {
            return FirstKeysController.begun(plan.occupancy(), plan.appliances(), controller, new Settings(keyed), List.of());
        } catch (RefusedValueException saved) {
            // A device that was described when more was taken: it is refused where it is used, and hides neither its chamber nor the others.
            return new FirstKeysController.Begun(controller.id(), keyed);
        }
    }

    private static List<UUID> ids(Planned chamber) {
        return chamber.plan().controllers().stream().map(each -> UUID.fromString(each.id())).toList();
    }

    /** What the keys should have shown. */
    private static Map<Parameter, Double> wanted(KeyingEntity keying, List<SettingsRevisionEntity> among) {
        return among.stream().filter(each -> each.getControllerId().equals(keying.getControllerId()) && each.getNumber() == keying.getNumber()).findFirst()
                .map(revision -> values(revision.getValues())).orElse(Map.of());
    }

    private static SettingsView view(SettingsRevisionEntity entity) {
        return new SettingsView(entity.getControllerId().toString(), entity.getNumber(), entity.getAuthor(),
                entity.getReason(), entity.getSavedAt(), values(entity.getValues()), entity.getCheckId() == null ? null : entity.getCheckId().toString());
    }

    private KeyingView view(KeyingEntity entity) {
        return view(entity, wanted(entity, revision(entity.getControllerId(), entity.getNumber()).stream().toList()));
    }

    private static KeyingView view(KeyingEntity entity, Map<Parameter, Double> wanted) {
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
