package kilnward.server.check;

import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZoneId;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import java.util.stream.Collectors;
import kilnward.core.calibration.Check;
import kilnward.core.calibration.CheckRow;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.Drift;
import kilnward.core.calibration.Due;
import kilnward.core.calibration.KeyedWrong;
import kilnward.core.calibration.Reference;
import kilnward.core.device.Parameter;
import kilnward.core.probe.DisplayUnit;
import kilnward.server.check.CheckController.CheckAnswer;
import kilnward.server.check.CheckViews.CertificateView;
import kilnward.server.check.CheckViews.ChamberDueView;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.DriftView;
import kilnward.server.check.CheckViews.DueView;
import kilnward.server.check.CheckViews.EntryView;
import kilnward.server.check.CheckViews.FoundView;
import kilnward.server.check.CheckViews.HistoryView;
import kilnward.server.check.CheckViews.PlacedView;
import kilnward.server.check.CheckViews.ReferenceView;
import kilnward.server.check.CheckViews.RowView;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.OccupancyPlan;
import kilnward.server.plan.Plans;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.Standing;
import kilnward.server.site.Sites;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Reads the record of checks and works out what it says. */
@Component
@Transactional(readOnly = true)
public class CheckRecord {
    private final CheckRepository checks;
    private final CheckRowRepository rows;
    private final CheckEntryRepository entries;
    private final ChamberService chambers;
    private final Standing standing;
    private final Plans plans;
    private final Sites sites;
    private final Clock clock;

    public CheckRecord(CheckRepository checks, CheckRowRepository rows, CheckEntryRepository entries, ChamberService chambers, Standing standing, Plans plans, Sites sites,
            Clock clock) {
        this.checks = checks;
        this.rows = rows;
        this.entries = entries;
        this.chambers = chambers;
        this.standing = standing;
        this.plans = plans;
        this.sites = sites;
        this.clock = clock;
    }

    /** A check with what was written down in it. */
    record Kept(CheckEntity check, List<CheckRowEntity> rows, List<CheckEntryEntity> entries) {
        boolean isClosed() {
            return entries.stream().filter(each -> each.kind == CheckEntryEntity.Kind.CLOSED || each.kind == CheckEntryEntity.Kind.REOPENED)
                    .reduce((one, next) -> next).map(last -> last.kind == CheckEntryEntity.Kind.CLOSED).orElse(false);
        }

        Set<UUID> withdrawn() {
            Set<UUID> gone = new HashSet<>();
            entries.forEach(each -> {
                if (each.kind == CheckEntryEntity.Kind.WITHDRAWN) {
                    gone.add(each.rowId);
                } else if (each.kind == CheckEntryEntity.Kind.RESTORED) {
                    gone.remove(each.rowId);
                }
            });
            return gone;
        }

        /** The rows that count, in seconds since the check was begun. */
        List<CheckRow> counting() {
            Set<UUID> gone = withdrawn();
            return rows.stream().filter(row -> !gone.contains(row.getId())).map(row -> new CheckRow(seconds(row.takenAt), row.display, read(row))).toList();
        }

        double seconds(Instant at) {
            return ChronoUnit.MILLIS.between(check.begunAt, at) / 1000.0;
        }

        List<Reference> references() {
            return check.references.stream().map(each -> new Reference(each.name(), each.basis().standard(each.stated()), each.correction(),
                    Optional.ofNullable(each.validTo()))).toList();
        }

        CheckSession session() {
            List<CheckSession.Keyed> keyed = entries.stream().filter(each -> each.kind == CheckEntryEntity.Kind.OFFSET)
                    .map(each -> new CheckSession.Keyed(seconds(each.writtenAt), each.offsetValue)).toList();
            return CheckSession.of(check.place, counting(), keyed, references(), Check.Rules.usual(check.unit).with(check.leastS, check.reason),
                    new Check.Key(check.offsetThen, check.offsetStep, check.offsetLowest, check.offsetHighest, check.resolution));
        }

        /** When its last counting row was taken; when it was begun where there is none. */
        Instant lastAt() {
            Set<UUID> gone = withdrawn();
            return rows.stream().filter(row -> !gone.contains(row.getId())).map(row -> row.takenAt).max(Comparator.naturalOrder()).orElse(check.begunAt);
        }
    }

    /** All checks of a chamber, newest first. */
    public List<CheckView> all(UUID chamberId) {
        plans.require(chamberId);
        return kept(checks.findByChamberIdOrderByBegunAtDescIdAsc(chamberId)).stream().map(this::view).toList();
    }

    /** One check of a chamber. */
    public CheckView one(UUID chamberId, UUID id) {
        plans.require(chamberId);
        return view(keptOne(chamberId, id));
    }

    Kept keptOne(UUID chamberId, UUID id) {
        CheckEntity check = checks.findById(id).filter(each -> each.chamberId.equals(chamberId))
                .orElseThrow(() -> new NotFoundException("There is no check " + id + " in this chamber."));
        return kept(List.of(check)).get(0);
    }

    private List<Kept> kept(List<CheckEntity> found) {
        List<UUID> ids = found.stream().map(CheckEntity::getId).toList();
        Map<UUID, List<CheckRowEntity>> rowsOf = rows.findByCheckIdInOrderByTakenAtAscWrittenAtAsc(ids).stream().collect(Collectors.groupingBy(row -> row.checkId));
        Map<UUID, List<CheckEntryEntity>> entriesOf = entries.findByCheckIdInOrderByWrittenAtAscIdAsc(ids).stream()
                .collect(Collectors.groupingBy(entry -> entry.checkId));
        return found.stream().map(each -> new Kept(each, rowsOf.getOrDefault(each.getId(), List.of()), entriesOf.getOrDefault(each.getId(), List.of()))).toList();
    }

    /** Rows that were written down after one that was taken later; the rows stand in the order they were taken. */
    private static Set<CheckRowEntity> late(List<CheckRowEntity> rows) {
        Set<CheckRowEntity> late = new HashSet<>();
        Instant earliest = Instant.MAX;
        Instant earliestBefore = Instant.MAX;
        for (int i = rows.size() - 1; i >= 0; i--) {
            CheckRowEntity row = rows.get(i);
            // Of rows of one moment none is later than the others.
            if (i + 1 < rows.size() && rows.get(i + 1).takenAt.isAfter(row.takenAt)) {
                earliestBefore = earliest;
            }
            if (earliestBefore.isBefore(row.writtenAt)) {
                late.add(row);
            }
            earliest = row.writtenAt.isBefore(earliest) ? row.writtenAt : earliest;
        }
        return late;
    }

    CheckView view(Kept kept) {
        CheckEntity check = kept.check();
        CheckSession session = kept.session();
        Set<UUID> gone = kept.withdrawn();
        Set<CheckRowEntity> late = late(kept.rows());
        LocalDate day = LocalDate.ofInstant(check.begunAt, zone());
        return new CheckView(check.getId().toString(), check.chamberId.toString(), check.controllerId.toString(), check.offsetKey, check.place, check.unit,
                check.offsetThen, session.offset(), check.offsetStep, check.resolution, check.leastS, check.reason, check.roomC,
                Check.isRoomFit(check.roomC == null ? OptionalDouble.empty() : OptionalDouble.of(check.roomC)), check.note, check.author, check.begunAt,
                check.references.stream().map(CheckRecord::view).toList(),
                kept.references().stream().filter(each -> each.isExpired(day)).map(Reference::name).toList(),
                kept.rows().stream().map(row -> new RowView(row.getId().toString(), row.takenAt, row.display, read(row), row.sure, gone.contains(row.getId()),
                        late.contains(row),
                        row.author, row.writtenAt)).toList(),
                kept.entries().stream().map(each -> new EntryView(each.getId().toString(), each.kind, each.rowId == null ? null : each.rowId.toString(),
                        each.offsetValue, each.settingsNumber, each.note, each.author, each.writtenAt)).toList(),
                kept.isClosed(), session.phase(), session.settledAtS().isPresent() ? check.begunAt.plusMillis(Math.round(1000 * session.settledAtS().getAsDouble())) : null,
                session.found().map(CheckAnswer::of).orElse(null), session.left().map(CheckAnswer::of).orElse(null),
                session.suspicion().map(KeyedWrong::slip).orElse(null));
    }

    private static ReferenceView view(ReferenceValue each) {
        return new ReferenceView(each.name(), each.stated(), each.basis(), each.correction(), each.validTo(), each.fixedReading());
    }

    static Map<String, Double> read(CheckRowEntity row) {
        return row.read.stream().collect(Collectors.toMap(ReadValue::name, ReadValue::value, (one, next) -> next, TreeMap::new));
    }

    /** The history of one display. */
    public HistoryView history(UUID chamberId, UUID controllerId, Parameter offsetKey) {
        ChamberView chamber = chambers.one(chamberId);
        ControllerPlan controller = chamber.plan().controllers().stream().filter(each -> each.id().equals(controllerId.toString())).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no controller " + controllerId + " in this chamber."));
        List<Kept> mine = kept(checks.findByChamberIdOrderByBegunAtDescIdAsc(chamberId)).stream()
                .filter(each -> each.check().controllerId.equals(controllerId) && each.check().offsetKey == offsetKey)
                .sorted(Comparator.comparing((Kept each) -> each.check().begunAt)).toList();
        return history(chamber, controller, offsetKey, mine);
    }

    private HistoryView history(ChamberView chamber, ControllerPlan controller, Parameter offsetKey, List<Kept> mine) {
        DisplayUnit unit = unit(chamber, controller, offsetKey);
        List<FoundView> found = new ArrayList<>();
        List<PlacedView> placed = new ArrayList<>();
        Map<String, CertificateView> certificates = new LinkedHashMap<>();
        for (Kept kept : mine) {
            CheckSession session = kept.session();
            CheckEntity check = kept.check();
            session.found().filter(each -> each.settling().settled()).ifPresent(settled -> {
                double turned = unit == check.unit ? 1 : unit.differenceFromModel(check.unit.differenceToModel(1));
                double expanded = settled.uncertainty().expanded() * turned;
                if (check.place == CheckSession.Place.PROBE) {
                    double error = session.sensorError(check.offsetThen).orElseThrow() * turned;
                    found.add(new FoundView(check.getId().toString(), kept.lastAt(), error, expanded, session.offset() * turned, error + session.offset() * turned, check.author));
                } else {
                    placed.add(new PlacedView(check.getId().toString(), kept.lastAt(), -settled.error() * turned, expanded, check.note, check.author));
                }
            });
            check.references.forEach(each -> certificates.put(each.name(), new CertificateView(view(each), check.begunAt,
                    each.validTo() != null && today().isAfter(each.validTo()))));
        }
        OccupancyPlan occupancy = chamber.plan().occupancy();
        OptionalDouble tolerance = tolerance(occupancy, unit);
        Optional<DriftView> drift = drift(found, tolerance);
        Optional<LocalDate> last = found.isEmpty() ? Optional.empty() : Optional.of(LocalDate.ofInstant(found.get(found.size() - 1).at(), zone()));
        Due due = Due.of(unit.quantity(), last, Optional.ofNullable(occupancy).map(OccupancyPlan::startedOn), drift.map(DriftView::passesOn), today());
        return new HistoryView(controller.id(), offsetKey, unit, tolerance.isPresent() ? tolerance.getAsDouble() : null, found, placed, drift.orElse(null),
                new DueView(due.from(), due.latest(), due.why(), due.isDue(today())), List.copyOf(certificates.values()));
    }

    private Optional<DriftView> drift(List<FoundView> found, OptionalDouble tolerance) {
        Map<LocalDate, FoundView> byDay = new LinkedHashMap<>();
        found.forEach(each -> byDay.put(LocalDate.ofInstant(each.at(), zone()), each));
        if (byDay.size() < 2) {
            return Optional.empty();
        }
        LocalDate first = byDay.keySet().iterator().next();
        List<Drift.Found> points = byDay.entrySet().stream().map(each -> new Drift.Found(ChronoUnit.DAYS.between(first, each.getKey()), each.getValue().sensorError())).toList();
        Drift drift = Drift.of(points);
        double from = points.get(points.size() - 1).day();
        OptionalDouble room = tolerance.isEmpty() ? tolerance : OptionalDouble.of(drift.room(tolerance.getAsDouble(), found.get(found.size() - 1).remaining()));
        return Optional.of(new DriftView(drift.perDay(), drift.hasConfidence() ? drift.perDayMargin() : null, drift.at(0),
                room.isEmpty() ? null : date(first, drift.passes(from, room.getAsDouble())),
                room.isEmpty() ? null : date(first, drift.passesEarliest(from, room.getAsDouble()))));
    }

    /** Farther off than a century is never. */
    private static LocalDate date(LocalDate first, OptionalDouble day) {
        return day.isEmpty() || day.getAsDouble() > 36_500 ? null : first.plusDays((long) Math.floor(day.getAsDouble()));
    }

    private static OptionalDouble tolerance(OccupancyPlan occupancy, DisplayUnit unit) {
        if (occupancy == null) {
            return OptionalDouble.empty();
        }
        Double low = switch (unit.quantity()) {
            case RELATIVE_HUMIDITY -> occupancy.keepHumidityLowPct();
            case CARBON_DIOXIDE -> occupancy.keepCarbonDioxideLowPpm();
            default -> occupancy.keepLowC();
        };
        Double high = switch (unit.quantity()) {
            case RELATIVE_HUMIDITY -> occupancy.keepHumidityHighPct();
            case CARBON_DIOXIDE -> occupancy.keepCarbonDioxideHighPpm();
            default -> occupancy.keepHighC();
        };
        return low == null || high == null ? OptionalDouble.empty() : OptionalDouble.of(unit.differenceFromModel(Drift.tolerance(low, high)));
    }

    /** What is due, display by display, of all chambers that have something saved. */
    public List<ChamberDueView> due() {
        Map<UUID, List<Kept>> byChamber = new HashMap<>();
        kept(checks.findAllByOrderByBegunAtDescIdAsc()).forEach(each -> byChamber.computeIfAbsent(each.check().chamberId, id -> new ArrayList<>()).add(each));
        List<ChamberDueView> due = new ArrayList<>();
        for (ChamberView chamber : standing.all()) {
            for (ControllerPlan controller : chamber.plan().controllers()) {
                for (Parameter key : offsets(chamber, controller)) {
                    List<Kept> mine = byChamber.getOrDefault(UUID.fromString(chamber.id()), List.of()).stream()
                            .filter(each -> each.check().controllerId.toString().equals(controller.id()) && each.check().offsetKey == key)
                            .sorted(Comparator.comparing((Kept each) -> each.check().begunAt)).toList();
                    due.add(new ChamberDueView(chamber.id(), controller.id(), key, history(chamber, controller, key, mine).due()));
                }
            }
        }
        return due;
    }

    /** The offsets that a controller with something saved has. */
    private static List<Parameter> offsets(ChamberView chamber, ControllerPlan controller) {
        return chamber.settings().stream().noneMatch(each -> each.controllerId().equals(controller.id())) ? List.of()
                : controller.profile().keys().stream().map(ChamberPlan.KeyPlan::parameter)
                        .filter(each -> each == Parameter.OFFSET || each == Parameter.HUMIDITY_OFFSET).toList();
    }

    /** The unit in which a display is read and its offset keyed in. */
    static DisplayUnit unit(ChamberView chamber, ControllerPlan controller, Parameter offsetKey) {
        if (offsetKey == Parameter.HUMIDITY_OFFSET) {
            return DisplayUnit.RH;
        }
        return chamber.settings().stream().filter(each -> each.controllerId().equals(controller.id())).findFirst()
                .map(each -> each.values().get(Parameter.UNIT)).map(choice -> choice < 0.5 ? DisplayUnit.C : DisplayUnit.F).orElse(controller.profile().unit());
    }

    LocalDate today() {
        return LocalDate.ofInstant(clock.instant(), zone());
    }

    ZoneId zone() {
        return sites.zone();
    }
}
