package kilnward.server.ward;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.Optional;
import java.util.OptionalDouble;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.server.compute.Computing;
import kilnward.server.compute.RehearsalRequest;
import kilnward.server.compute.RehearsalRequest.RoomCourse;
import kilnward.server.compute.RehearsalRequest.ScenarioPlan;
import kilnward.server.compute.Rehearser;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.ward.WardViews.Outlook;
import org.springframework.stereotype.Component;

/** Nights that were rehearsed for chambers as they stand, remembered in short until plan or settings change. Nothing of record: each server has its own, and none misses one. */
@Component
class Outlooks {
    /** Twelve hours from nine in the evening, in the room as it is then; enough buckets for a small picture. */
    private static final ScenarioPlan NIGHT = new ScenarioPlan(RoomCourse.DAY, 21.0, 43_200.0, 1.0, Scenario.Start.SETTLED, 140, null);
    /** A few kilobytes each. */
    private static final int REMEMBERED = 4_000;

    private final Computing computing;
    private final ChamberService chambers;
    private final Cache<String, Outlook> nights = Caffeine.newBuilder().maximumSize(REMEMBERED).softValues().build();

    Outlooks(Computing computing, ChamberService chambers) {
        this.chambers = chambers;
        this.computing = computing;
    }

    /** What is known without rehearsing anything. */
    Optional<Outlook> known(ChamberView chamber) {
        return Optional.ofNullable(nights.getIfPresent(mark(chamber)));
    }

    /** As it was, or rehearsed now; refused, with the field, where the chamber cannot be rehearsed as it is saved. */
    Outlook of(ChamberView chamber) {
        return known(chamber).orElseGet(() -> {
            RehearsalRequest asked = night(chamber);
            Outlook found = Outlook.of(computing.run(workers -> Rehearser.rehearse(asked, workers)));
            nights.put(mark(chamber), found);
            return found;
        });
    }

    private String mark(ChamberView chamber) {
        return chamber.id() + "/" + chamber.mark() + "/" + chambers.day(chamber.plan());
    }

    private RehearsalRequest night(ChamberView chamber) {
        OptionalDouble day = chambers.day(chamber.plan());
        return new RehearsalRequest(chamber.plan(), chamber.settings().stream().map(each -> new RehearsalRequest.KeyedIn(each.controllerId(), each.values())).toList(), NIGHT, null,
                true, day.isPresent() ? day.getAsDouble() : null);
    }
}
