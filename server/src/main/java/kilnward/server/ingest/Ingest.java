package kilnward.server.ingest;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Collectors;
import kilnward.core.series.Admission;
import kilnward.core.series.SeriesUnit;
import kilnward.server.reading.Arriving;
import kilnward.server.reading.Writer;
import kilnward.server.series.Devices;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.Device;
import kilnward.server.series.SeriesViews.Series;
import kilnward.server.wire.problem.FieldProblem;
import kilnward.server.wire.problem.NotFoundException;
import kilnward.server.wire.problem.RefusedFieldsException;
import org.springframework.stereotype.Component;

/** Takes in what a device sent, by whichever way. */
@Component
class Ingest {
    private final SeriesService series;
    private final Devices devices;
    private final Writer writer;
    private final ServerClock serverClock;
    private final Clock clock;

    Ingest(SeriesService series, Devices devices, Writer writer, ServerClock serverClock, Clock clock) {
        this.serverClock = serverClock;
        this.series = series;
        this.devices = devices;
        this.writer = writer;
        this.clock = clock;
    }

    /**
     * A reading that was held back.
     *
     * @param index its place in what was sent, the first being 0
     */
    record HeldBack(int index, Admission.Reason reason) {
    }

    /**
     * What became of what was sent.
     *
     * @param stored    new readings that are kept now
     * @param known     readings that were kept already, with the same value
     * @param heldBack  readings that wait for somebody's decision
     * @param malformed what could not be read, where the sender asked for the rest to be kept
     */
    record Taken(int stored, int known, List<HeldBack> heldBack, List<FieldProblem> malformed) {
    }

    /**
     * What became of it, and what did not.
     *
     * @param noRoom readings that would have been held back and for which there was no room: they are kept nowhere
     */
    record Outcome(Taken taken, int noRoom) {
    }

    /**
     * Takes readings in.
     *
     * @param partial whether what can be used is kept where some cannot
     * @return done when what is kept is on disk
     * @throws RefusedFieldsException where something cannot be read and all or nothing is to be kept
     * @throws NotFoundException where a series is another's: it is not said that there is such a one
     */
    CompletableFuture<Outcome> take(Device device, Sent.Read read, boolean partial) {
        List<FieldProblem> bad = new ArrayList<>(read.bad());
        List<Arriving> all = new ArrayList<>(read.good().size());
        Instant now = clock.instant();
        Map<String, Optional<Series>> named = named(read.good());
        for (Sent each : read.good()) {
            Optional<Series> found = named.get(each.series());
            found.ifPresent(one -> requireOwn(device, one));
            SeriesUnit unit = found.map(Series::unit).orElse(null);
            if (unit != null && each.unit().isPresent()) {
                if (each.unit().get().kept() != unit.kept()) {
                    bad.add(new FieldProblem("readings[" + each.index() + "].unit", each.unit().get().name(), "must fit the series, which is kept in " + unit.kept()));
                    continue;
                }
                unit = each.unit().get();
            }
            Admission.Reason reason = found.isEmpty() || found.get().retired() ? Admission.Reason.UNKNOWN_SERIES
                    : Admission.heldBack(each.at(), each.value(), unit, now, found.get().rawFrom()).orElse(null);
            all.add(new Arriving(each.index(), each.series(), found.orElse(null), each.at(), each.value(), unit, reason));
        }
        if (!bad.isEmpty() && !partial) {
            devices.trouble(device.id(), "What it sent could not be read: " + bad.get(0).field() + " " + bad.get(0).allowed());
            throw new RefusedFieldsException(bad);
        }
        if (!bad.isEmpty()) {
            devices.trouble(device.id(), bad.size() + " of what it sent could not be read: " + bad.get(0).field() + " " + bad.get(0).allowed());
        }
        serverClock.saw(device.id(), all.stream().map(Arriving::at).max(Comparator.naturalOrder()).map(newest -> Duration.between(now, newest)).orElse(Duration.ZERO));
        return writer.write(device, all).thenApply(done -> {
            List<HeldBack> held = done.stream().filter(each -> each.reason() != null).map(each -> new HeldBack(each.index(), each.reason())).toList();
            int known = (int) done.stream().filter(Arriving::known).count();
            int noRoom = (int) done.stream().filter(each -> !each.hasRoom()).count();
            if (noRoom > 0) {
                devices.trouble(device.id(), noRoom + " of its readings were not kept: as many as may wait for a decision are waiting already");
            }
            return new Outcome(new Taken(done.size() - held.size() - known, known, held, bad), noRoom);
        });
    }

    /** What each name that was sent is the series of; empty where there is none. */
    private Map<String, Optional<Series>> named(List<Sent> sent) {
        Map<String, Optional<UUID>> ids = new HashMap<>();
        sent.forEach(each -> ids.computeIfAbsent(each.series(), Ingest::id));
        Map<UUID, Series> found = series.find(ids.values().stream().flatMap(Optional::stream).collect(Collectors.toSet()));
        return ids.entrySet().stream().collect(Collectors.toMap(Map.Entry::getKey, each -> each.getValue().map(found::get)));
    }

    private static Optional<UUID> id(String text) {
        try {
            // Only as it is written: a UUID reads shortened ones, too.
            UUID uuid = UUID.fromString(text);
            return uuid.toString().equalsIgnoreCase(text) ? Optional.of(uuid) : Optional.empty();
        } catch (IllegalArgumentException none) {
            return Optional.empty();
        }
    }

    private void requireOwn(Device device, Series one) {
        if (!one.siteId().equals(device.siteId()) || one.deviceId() != null && !one.deviceId().equals(device.id())) {
            devices.trouble(device.id(), "It sent to a series that is not its own: " + one.id());
            throw new NotFoundException("There is no series " + one.id() + " of this device.");
        }
    }
}
