package kilnward.server.log;

import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.UUID;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.Stage;
import kilnward.core.logbook.EntryKind;
import kilnward.core.logbook.Plausible;
import kilnward.server.alarm.AlarmViews.Mark;
import kilnward.server.alarm.AlarmViews.Of;
import kilnward.server.alarm.Happenings;
import kilnward.server.calendar.CalendarViews.BatchView;
import kilnward.server.calendar.Living;
import kilnward.server.guide.GuideService;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.plan.Plans;
import kilnward.server.store.Moments;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.door.ManyLines;
import kilnward.server.wire.problem.ConflictException;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.data.domain.Limit;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** The log of chambers: written once, never changed. */
@Service
@Transactional
public class Entries implements Happenings {
    private static final Duration AHEAD = Duration.ofMinutes(5);
    private static final Duration USUAL_SINCE = Duration.ofDays(60);
    private static final int MOST = 2000;
    /** What is done most in a chamber in which nothing was done yet, in this order. */
    private static final List<EntryKind> FIRST = List.of(EntryKind.READ, EntryKind.NOTE, EntryKind.OPENED, EntryKind.TOPPED_UP, EntryKind.MISTED, EntryKind.LOST);
    private static final List<EntryKind> GONE = Arrays.stream(EntryKind.values()).filter(EntryKind::takesOut).toList();
    private final EntryRepository entries;
    private final Living living;
    private final GuideService guides;
    private final Plans plans;
    private final Clock clock;

    Entries(EntryRepository entries, Living living, GuideService guides, Plans plans, Clock clock) {
        this.entries = entries;
        this.living = living;
        this.guides = guides;
        this.plans = plans;
        this.clock = clock;
    }

    /**
     * An entry to be written; its id is made where it is written, so that sending it twice writes it once.
     *
     * @param amount   in litres or grams, as its kind has it
     * @param corrects the entry whose place it takes
     * @param batchId  whose it is; null for the chamber's
     */
    public record NewLogEntry(@NotNull @Pattern(regexp = ChamberPlan.UUID) String id, @NotNull EntryKind kind, @NotNull Instant at, @OrNull Double amount, @OrNull Integer pieces,
            @OrNull Double temperatureC, @OrNull Double humidityPct, @NotNull @Size(max = 1000) @ManyLines String said, @OrNull @Pattern(regexp = ChamberPlan.UUID) String batchId,
            @OrNull @Pattern(regexp = ChamberPlan.UUID) String corrects) {
    }

    /** An entry; one that was corrected names what took its place. */
    public record LogEntryView(String id, EntryKind kind, Instant at, @OrNull Double amount, EntryKind.Unit unit, @OrNull Integer pieces, @OrNull Double temperatureC,
            @OrNull Double humidityPct, String said, @OrNull String batchId, @OrNull String corrects, @OrNull String correctedBy, String author, Instant writtenAt) {
    }

    /** What is done most here, the most first. */
    public record UsualView(EntryKind kind, EntryKind.Unit unit, boolean counted, long times) {
    }

    /** What was said, thing by thing, to be confirmed. */
    public record LineRequest(@NotBlank @Size(max = 300) String text, boolean fahrenheit) {
    }

    /** Writes an entry down. */
    public LogEntryView write(UUID chamberId, NewLogEntry asked, String who) {
        UUID id = UUID.fromString(asked.id());
        Optional<EntryEntity> known = entries.findById(id);
        if (known.isPresent()) {
            LogEntryView is = view(known.get());
            if (!known.get().chamberId.equals(chamberId) || is.kind() != asked.kind() || !is.said().equals(asked.said().strip()) || !Objects.equals(is.amount(), asked.amount())) {
                throw new ConflictException("Another entry of that name is in the log already.", is);
            }
            return is;
        }
        plans.require(chamberId);
        if (asked.at().isAfter(clock.instant().plus(AHEAD))) {
            throw new RefusedValueException("at", asked.at(), "must not be in the future: what is to be done belongs on the calendar");
        }
        if (asked.at().isBefore(Instant.parse("2000-01-01T00:00:00Z"))) {
            throw new RefusedValueException("at", asked.at(), "must lie after the year 1999");
        }
        Optional<BatchView> batch = Optional.ofNullable(asked.batchId()).map(each -> living.of(chamberId).stream().filter(one -> one.id().equals(each)).findFirst()
                .orElseThrow(() -> new RefusedValueException("batchId", each, "must be a batch of this chamber")));
        Plausible.check(asked.kind(), of(asked.amount()), asked.pieces() == null ? OptionalInt.empty() : OptionalInt.of(asked.pieces()), of(asked.temperatureC()),
                of(asked.humidityPct()), eachG(chamberId, batch), batch.filter(each -> asked.kind().counted())
                        .map(each -> OptionalInt.of(asked.corrects() != null || !asked.kind().takesOut() ? each.pieces() : left(each))).orElse(OptionalInt.empty()));
        if (asked.kind() == EntryKind.NOTE && asked.said().isBlank()) {
            throw new RefusedValueException("said", asked.said(), "must say something");
        }
        if (asked.corrects() != null) {
            EntryEntity wrong = entries.findById(UUID.fromString(asked.corrects())).filter(each -> each.chamberId.equals(chamberId))
                    .orElseThrow(() -> new RefusedValueException("corrects", asked.corrects(), "must be an entry of this chamber"));
            List<EntryEntity> others = entries.findByCorrectsIn(List.of(wrong.getId()));
            if (!others.isEmpty()) {
                throw new ConflictException(others.get(0).author + " has corrected this entry already.", view(others.get(0)));
            }
        }
        EntryEntity entry = new EntryEntity(id, plans.siteOf(chamberId), chamberId);
        entry.batchId = batch.map(each -> UUID.fromString(each.id())).orElse(null);
        entry.kind = asked.kind();
        entry.atUs = Moments.micros(asked.at());
        entry.amount = asked.amount();
        entry.pieces = asked.pieces();
        entry.temperatureC = asked.temperatureC();
        entry.humidityPct = asked.humidityPct();
        entry.said = asked.said().strip();
        entry.corrects = asked.corrects() == null ? null : UUID.fromString(asked.corrects());
        entry.author = who;
        entry.writtenAt = Moments.now(clock);
        return view(entries.saveAndFlush(entry));
    }

    /** How many of a batch are left. */
    private int left(BatchView batch) {
        return (int) Math.max(0, batch.pieces() - entries.pieces(UUID.fromString(batch.id()), GONE));
    }

    /** What one of them usually weighs, as the guide of the batch says, or of what the plan says lives there. */
    private OptionalDouble eachG(UUID chamberId, Optional<BatchView> batch) {
        ChamberPlan.OccupancyPlan lives = plans.one(chamberId).plan().occupancy();
        String guide = batch.map(BatchView::guideId).orElse(lives == null ? null : lives.guideId());
        return guide == null ? OptionalDouble.empty()
                : guides.find(guide).stream().flatMap(each -> Stream.concat(Stream.ofNullable(each.living()),
                        each.schools().stream().flatMap(school -> school.stages().stream()).map(Stage::living).filter(Objects::nonNull)))
                        .flatMapToDouble(curve -> curve.eachG(0).stream()).findFirst();
    }

    private static OptionalDouble of(Double value) {
        return value == null ? OptionalDouble.empty() : OptionalDouble.of(value);
    }

    /**
     * Entries of a chamber in a span, the newest first.
     *
     * @param kinds only these; empty for all
     * @param words only those that hold all of these words; empty for all
     */
    @Transactional(readOnly = true)
    public List<LogEntryView> of(UUID chamberId, Instant from, Instant to, List<EntryKind> kinds, String words) {
        plans.require(chamberId);
        List<String> wanted = List.of(words.toLowerCase(Locale.ROOT).strip().split("\\s+"));
        return views(entries.findByChamberIdAndAtUsBetweenOrderByAtUsDescIdAsc(chamberId, Moments.micros(from), Moments.micros(to), Limit.of(MOST)).stream()
                .filter(each -> kinds.isEmpty() || kinds.contains(each.kind))
                .filter(each -> wanted.stream().allMatch((each.said + " " + each.author + " " + each.kind).toLowerCase(Locale.ROOT)::contains)).toList());
    }

    /** The five things done most on a chamber. */
    @Transactional(readOnly = true)
    public List<UsualView> usual(UUID chamberId) {
        plans.require(chamberId);
        Map<EntryKind, Long> times = new EnumMap<>(EntryKind.class);
        entries.counts(chamberId, Moments.micros(clock.instant().minus(USUAL_SINCE))).forEach(row -> times.put((EntryKind) row[0], (Long) row[1]));
        List<EntryKind> order = new ArrayList<>(times.keySet());
        order.sort(Comparator.comparing((EntryKind kind) -> -times.get(kind)).thenComparing(EntryKind::ordinal));
        Stream.concat(FIRST.stream(), Arrays.stream(EntryKind.values())).filter(each -> !order.contains(each)).forEachOrdered(order::add);
        return order.stream().map(each -> new UsualView(each, each.unit(), each.counted(), times.getOrDefault(each, 0L))).toList();
    }

    LogEntryView one(UUID id) {
        return view(entries.findById(id).orElseThrow(() -> new NotFoundException("There is no entry " + id + ".")));
    }

    /**
     * What was counted of one kind in a batch.
     *
     * @param first when it was first written down of
     * @param last  when it was last
     */
    public record Counted(String batchId, EntryKind kind, int pieces, Instant first, Instant last) {
    }

    /** What was counted in the batches of a chamber; corrected entries are left out. */
    @Transactional(readOnly = true)
    public List<Counted> counted(UUID chamberId) {
        return entries.counted(chamberId).stream().map(each -> new Counted(each[0].toString(), (EntryKind) each[1], ((Number) each[2]).intValue(),
                Moments.micros((Long) each[3]), Moments.micros((Long) each[4]))).toList();
    }

    /** Grams harvested of each batch of a chamber, by its id. */
    @Transactional(readOnly = true)
    public Map<String, Double> harvestedG(UUID chamberId) {
        return entries.harvested(chamberId).stream().collect(Collectors.toMap(each -> each[0].toString(), each -> ((Number) each[1]).doubleValue()));
    }

    @Override
    @Transactional(readOnly = true)
    public List<Mark> in(UUID chamberId, Instant from, Instant to) {
        return of(chamberId, from, to, List.of(), "").stream().filter(each -> each.correctedBy() == null).map(each -> new Mark(each.at(), Of.ENTRY, each.id(), each.kind()
                + (each.amount() == null ? "" : " " + each.amount()) + (each.pieces() == null ? "" : " " + each.pieces()), each.author(),
                each.said().isEmpty() ? null : each.said(),
                null, null)).toList();
    }

    private LogEntryView view(EntryEntity entry) {
        return views(List.of(entry)).get(0);
    }

    private List<LogEntryView> views(List<EntryEntity> found) {
        Map<UUID, UUID> correctedBy = new HashMap<>();
        if (!found.isEmpty()) {
            entries.findByCorrectsIn(found.stream().map(EntryEntity::getId).toList()).forEach(each -> correctedBy.put(each.corrects, each.getId()));
        }
        return found.stream()
                .map(each -> new LogEntryView(each.getId().toString(), each.kind, Moments.micros(each.atUs), each.amount, each.kind.unit(), each.pieces, each.temperatureC,
                        each.humidityPct, each.said, text(each.batchId), text(each.corrects), text(correctedBy.get(each.getId())), each.author, each.writtenAt))
                .toList();
    }

    private static String text(UUID id) {
        return id == null ? null : id.toString();
    }
}
