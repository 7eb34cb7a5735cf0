package kilnward.server.check;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.Set;
import java.util.TreeMap;
import java.util.UUID;
import kilnward.core.calibration.Check;
import kilnward.core.calibration.CheckRow;
import kilnward.core.calibration.CheckSession;
import kilnward.core.calibration.KeyedWrong;
import kilnward.core.calibration.RowDoubt;
import kilnward.core.device.Parameter;
import kilnward.core.device.Settings;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.proposal.OffsetEffect;
import kilnward.core.quantity.Quantity;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.RoomCurve;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.core.setup.Setup;
import kilnward.server.check.CheckRecord.Kept;
import kilnward.server.check.CheckViews.CheckView;
import kilnward.server.check.CheckViews.DoubtView;
import kilnward.server.check.CheckViews.EffectView;
import kilnward.server.check.CheckViews.NewCheck;
import kilnward.server.check.CheckViews.NewOffset;
import kilnward.server.check.CheckViews.NewRow;
import kilnward.server.check.CheckViews.SlipView;
import kilnward.server.plan.ChamberPlan.ControllerPlan;
import kilnward.server.plan.ChamberPlan.KeyPlan;
import kilnward.server.plan.PlanReader;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.settings.ChamberViews.SettingsView;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.DoubtException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Adds to the record of checks. Nothing here changes or deletes what is there. */
@Service
@Transactional
public class CheckService {
    private static final Duration AHEAD = Duration.ofMinutes(5);
    private final CheckRepository checks;
    private final CheckRowRepository rows;
    private final CheckEntryRepository entries;
    private final CheckRecord record;
    private final ChamberService chambers;
    private final Clock clock;

    public CheckService(CheckRepository checks, CheckRowRepository rows, CheckEntryRepository entries, CheckRecord record, ChamberService chambers, Clock clock) {
        this.checks = checks;
        this.rows = rows;
        this.entries = entries;
        this.record = record;
        this.chambers = chambers;
        this.clock = clock;
    }

    /** Begins a check; asked twice with the same id, it is begun once. */
    public CheckView begin(UUID chamberId, NewCheck asked, String author) {
        UUID id = UUID.fromString(asked.id());
        if (checks.existsById(id)) {
            return record.one(chamberId, id);
        }
        CheckEntity check = begun(chamberId, asked, author, Moments.now(clock));
        checks.saveAndFlush(check);
        return record.one(chamberId, id);
    }

    private CheckEntity begun(UUID chamberId, NewCheck asked, String author, Instant at) {
        ChamberView chamber = chambers.one(chamberId);
        ControllerPlan controller = controller(chamber, asked.controllerId());
        if (asked.offsetKey() != Parameter.OFFSET && asked.offsetKey() != Parameter.HUMIDITY_OFFSET) {
            throw new RefusedValueException("offsetKey", asked.offsetKey(), "must be OFFSET or HUMIDITY_OFFSET");
        }
        // A shorter wait without a reason is refused here, before anything is kept.
        Check.Rules.USUAL.with(asked.leastS(), asked.reason());
        Set<String> names = new HashSet<>();
        for (int i = 0; i < asked.references().size(); i++) {
            if (!names.add(asked.references().get(i).name().strip())) {
                throw new RefusedValueException("references[" + i + "].name", asked.references().get(i).name(), "must differ from the other references' names");
            }
        }
        Optional<KeyPlan> key = controller.profile().keys().stream().filter(each -> each.parameter() == asked.offsetKey()).findFirst();
        double then = chamber.settings().stream().filter(each -> each.controllerId().equals(controller.id())).findFirst()
                .map(each -> each.values().get(asked.offsetKey())).orElse(0.0);
        CheckEntity check = new CheckEntity(UUID.fromString(asked.id()), chamberId);
        check.controllerId = UUID.fromString(controller.id());
        check.offsetKey = asked.offsetKey();
        check.place = asked.place();
        check.unit = CheckRecord.unit(chamber, controller, asked.offsetKey());
        check.offsetThen = then;
        check.resolution = asked.offsetKey() == Parameter.HUMIDITY_OFFSET ? 1 : controller.profile().resolution();
        // A device without an offset cannot be given one: what follows is that the probe is replaced.
        check.offsetStep = key.map(KeyPlan::step).orElse(check.resolution);
        check.offsetLowest = key.map(KeyPlan::lowest).orElse(then);
        check.offsetHighest = key.map(KeyPlan::highest).orElse(then);
        check.leastS = asked.leastS();
        check.reason = asked.reason().strip();
        check.roomC = asked.roomC();
        check.note = asked.note().strip();
        check.author = author;
        check.begunAt = at;
        check.references.addAll(asked.references().stream().map(each -> new ReferenceValue(each.name().strip(), each.stated(), each.basis(), each.correction(),
                each.validTo(), each.fixedReading())).toList());
        return check;
    }

    /**
     * Writes a row down; sent twice with the same id, it is written once.
     *
     * @throws DoubtException where it looks wrong and nobody has said that it is meant so
     */
    public CheckView add(UUID chamberId, UUID checkId, NewRow row, String author) {
        UUID id = UUID.fromString(row.id());
        Kept kept = open(chamberId, checkId);
        if (kept.rows().stream().noneMatch(each -> each.getId().equals(id))) {
            rows.saveAndFlush(checked(kept, kept.counting(), row, expected(kept.check()), author));
        }
        return record.one(chamberId, checkId);
    }

    private CheckRowEntity checked(Kept kept, Collection<CheckRow> others, NewRow row, OptionalDouble expected, String author) {
        if (row.at().isAfter(clock.instant().plus(AHEAD))) {
            throw new RefusedValueException("at", row.at(), "must not be in the future");
        }
        Set<String> names = Set.copyOf(kept.check().references.stream().map(ReferenceValue::name).toList());
        row.references().keySet().stream().filter(name -> !names.contains(name)).findFirst().ifPresent(name -> {
            throw new RefusedValueException("references." + name, row.references().get(name), "must be one of the references of this check");
        });
        CheckRow typed = new CheckRow(kept.seconds(row.at()), row.display(), row.references());
        List<RowDoubt> doubts = RowDoubt.of(typed, List.copyOf(others), kept.check().unit, expected);
        if (!row.sure() && !doubts.isEmpty()) {
            throw new DoubtException("This row looks wrong. Say that it is so, or mend it.", doubts.stream()
                    .map(each -> new DoubtView(each.kind(), each.field(), each.given(), each.meant().isPresent() ? each.meant().getAsDouble() : null)).toList());
        }
        CheckRowEntity entity = new CheckRowEntity(UUID.fromString(row.id()), kept.check().getId());
        entity.takenAt = row.at().truncatedTo(ChronoUnit.MILLIS);
        entity.display = row.display();
        entity.sure = row.sure();
        entity.author = author;
        entity.writtenAt = Moments.now(clock);
        row.references().forEach((name, value) -> entity.read.add(new ReadValue(name, value)));
        return entity;
    }

    /** About what the display should show: its set value. */
    private OptionalDouble expected(CheckEntity check) {
        return check.offsetKey == Parameter.HUMIDITY_OFFSET ? OptionalDouble.empty() : chambers.one(check.chamberId).settings().stream()
                .filter(each -> each.controllerId().equals(check.controllerId.toString())).findFirst()
                .map(each -> each.values().getOrDefault(Parameter.SET_VALUE, each.values().get(Parameter.ON_AT)))
                .map(OptionalDouble::of).orElse(OptionalDouble.empty());
    }

    /**
     * Writes many rows down at once, all or none; those that are there already are left out.
     *
     * @return how many were written
     */
    public int addAll(UUID chamberId, UUID checkId, List<NewRow> many, String author) {
        Kept kept = open(chamberId, checkId);
        Set<String> there = new HashSet<>();
        kept.rows().forEach(row -> there.add(mark(row.takenAt, row.display, CheckRecord.read(row))));
        OptionalDouble expected = expected(kept.check());
        NavigableMap<Double, CheckRow> counting = new TreeMap<>();
        kept.counting().forEach(row -> counting.put(row.timeS(), row));
        List<CheckRowEntity> fresh = new ArrayList<>();
        for (NewRow row : many.stream().sorted(Comparator.comparing(NewRow::at)).toList()) {
            if (there.add(mark(row.at().truncatedTo(ChronoUnit.MILLIS), row.display(), row.references()))) {
                double timeS = kept.seconds(row.at());
                // Doubts are by the row before and by rows of the same moment: looking through thousands for each of thousands takes minutes.
                Double before = counting.floorKey(timeS - RowDoubt.MOMENT_S);
                fresh.add(
                        checked(kept, counting.subMap(before == null ? timeS - RowDoubt.MOMENT_S : before, true, timeS + RowDoubt.MOMENT_S, true).values(), row, expected, author));
                counting.put(timeS, new CheckRow(timeS, row.display(), row.references()));
            }
        }
        rows.saveAllAndFlush(fresh);
        return fresh.size();
    }

    private static String mark(Instant at, double display, Map<String, Double> read) {
        return at + " " + display + " " + new TreeMap<>(read);
    }

    /** Takes a row out of what counts, or back in; it stays in the record. */
    public CheckView withdraw(UUID chamberId, UUID checkId, UUID rowId, boolean restore, String note, String author) {
        Kept kept = open(chamberId, checkId);
        if (kept.rows().stream().noneMatch(row -> row.getId().equals(rowId))) {
            throw new NotFoundException("There is no row " + rowId + " in this check.");
        }
        if (kept.withdrawn().contains(rowId) == restore) {
            CheckEntryEntity entry = entry(checkId, restore ? CheckEntryEntity.Kind.RESTORED : CheckEntryEntity.Kind.WITHDRAWN, note, author);
            entry.rowId = rowId;
            entries.saveAndFlush(entry);
        }
        return record.one(chamberId, checkId);
    }

    /**
     * Records that an offset was keyed in: as an entry of the check, as a revision of the settings that rests on it, and as the error of
     * the sensor in the plan. Taking one back is the same with the old value.
     */
    public CheckView keyIn(UUID chamberId, UUID checkId, NewOffset offset, String author) {
        Kept kept = open(chamberId, checkId);
        CheckEntity check = kept.check();
        CheckSession session = kept.session();
        boolean back = offset.shown() == check.offsetThen && session.offset() != check.offsetThen;
        String note = offset.note().strip();
        OptionalDouble error = check.place == CheckSession.Place.PROBE ? session.sensorError(check.offsetThen) : OptionalDouble.empty();
        if (!back && check.place == CheckSession.Place.OCCUPANT && note.isEmpty()) {
            throw new RefusedValueException("note", "", "must say why the place goes into the offset: it holds for this room, load and fan only");
        }
        if (!back && (session.found().isEmpty() || !session.found().get().settling().settled())) {
            throw new RefusedValueException("shown", offset.shown(), "must wait until the rows have settled");
        }
        if (!back && !offset.sure()) {
            ask(check, session, offset);
        }
        OptionalDouble errorModel = error.isPresent() ? OptionalDouble.of(check.unit.differenceToModel(error.getAsDouble())) : error;
        SettingsView saved = chambers.keyOffset(chamberId, check.controllerId, check.offsetKey, offset.seen(), offset.shown(), errorModel,
                reason(kept, session, back, note), checkId, author);
        CheckEntryEntity entry = entry(checkId, CheckEntryEntity.Kind.OFFSET, note, author);
        entry.offsetValue = offset.shown();
        entry.settingsNumber = saved.number();
        entries.saveAndFlush(entry);
        return record.one(chamberId, checkId);
    }

    /** Asks where something else was keyed in than what followed: the known slips are told by their numbers. */
    private void ask(CheckEntity check, CheckSession session, NewOffset offset) {
        boolean again = session.offset() != check.offsetThen && session.left().isPresent();
        Check by = again ? session.left().get() : session.found().orElseThrow();
        Check.Key key = new Check.Key(again ? session.offset() : check.offsetThen, check.offsetStep, check.offsetLowest, check.offsetHighest, check.resolution);
        double set = expected(check).orElse(0);
        KeyedWrong.of(by, key, offset.shown(), set, offset.setShown() == null ? set : offset.setShown()).ifPresent(wrong -> {
            throw new DoubtException("This is not what follows from the check. Say that it is meant so, or key it in again.",
                    List.of(new SlipView(wrong.slip(), by.newOffset(), wrong.remaining())));
        });
    }

    private String reason(Kept kept, CheckSession session, boolean back, String note) {
        String what = back ? "Offset taken back to what it was before the check" : String.format(Locale.ROOT, "Offset from the check %s: the display showed %s too %s, ± %s",
                kept.check().place == CheckSession.Place.PROBE ? "beside the probe" : "at the occupant",
                difference(Math.abs(session.found().orElseThrow().error()), kept.check().unit), session.found().get().error() < 0 ? "little" : "much",
                difference(session.found().get().uncertainty().expanded(), kept.check().unit));
        return note.isEmpty() ? what + "." : what + ". " + note;
    }

    private static String difference(double value, DisplayUnit unit) {
        return String.format(Locale.ROOT, switch (unit) {
            case RH, F -> "%.1f ";
            case PPM -> "%.0f ";
            case C -> "%.2f ";
        } + unit.differenceSign(), value);
    }

    /** Closes a check, or opens it again. */
    public CheckView close(UUID chamberId, UUID checkId, boolean reopen, String note, String author) {
        hold(checkId);
        Kept kept = record.keptOne(chamberId, checkId);
        if (kept.isClosed() == reopen) {
            entries.saveAndFlush(entry(checkId, reopen ? CheckEntryEntity.Kind.REOPENED : CheckEntryEntity.Kind.CLOSED, note, author));
        }
        return record.one(chamberId, checkId);
    }

    /** What it takes to work out what an error did and what the offset that follows does. */
    record EffectQuestion(Setup setup, String controllerId, Parameter offset, double errorModel, double following, Quantity quantity) {
        /** Works it out; nothing of the record is asked meanwhile. */
        EffectView answer(Workers workers) {
            OffsetEffect effect = OffsetEffect.of(setup, controllerId, offset, errorModel, following,
                    new Scenario(RoomCurve.day(setup.chamber().room()), 0, 86_400, 5, Scenario.Start.SETTLED, List.of(), 1), workers);
            return new EffectView(effect.believed(), effect.had(), effect.gets(), effect.rungs(), quantity);
        }
    }

    /** What the record says of the error and the offset of a check. */
    @Transactional(readOnly = true)
    EffectQuestion effect(UUID chamberId, UUID checkId) {
        Kept kept = record.keptOne(chamberId, checkId);
        CheckEntity check = kept.check();
        CheckSession session = kept.session();
        double error = session.sensorError(check.offsetThen).orElseThrow(() -> new RefusedValueException("check", checkId, "must have settled rows first"));
        Setup now = PlanReader.at("chamber", () -> chambers.setup(chamberId));
        String controllerId = check.controllerId.toString();
        Settings then = now.controller(controllerId).settings().with(check.offsetKey, check.offsetThen);
        double following = session.offset() != check.offsetThen ? session.offset() : session.found().orElseThrow().newOffset();
        return new EffectQuestion(now.with(controllerId, then), controllerId, check.offsetKey, check.unit.differenceToModel(error), following, check.unit.quantity());
    }

    /** One at a time: of twenty who close it at once, one does. */
    private void hold(UUID checkId) {
        if (checks.hold(checkId).isEmpty()) {
            throw new NotFoundException("There is no check " + checkId + " in this chamber.");
        }
    }

    private Kept open(UUID chamberId, UUID checkId) {
        hold(checkId);
        Kept kept = record.keptOne(chamberId, checkId);
        if (kept.isClosed()) {
            throw new RefusedValueException("check", checkId, "must be open: this one was closed. Open it again to go on");
        }
        return kept;
    }

    private CheckEntryEntity entry(UUID checkId, CheckEntryEntity.Kind kind, String note, String author) {
        CheckEntryEntity entry = new CheckEntryEntity(UUID.randomUUID(), checkId, kind);
        entry.note = note.strip();
        entry.author = author;
        entry.writtenAt = Moments.now(clock);
        return entry;
    }

    private static ControllerPlan controller(ChamberView chamber, String id) {
        return chamber.plan().controllers().stream().filter(each -> each.id().equals(id)).findFirst()
                .orElseThrow(() -> new NotFoundException("There is no controller " + id + " in this chamber."));
    }

}
