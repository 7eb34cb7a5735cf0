package kilnward.server.ward;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import kilnward.core.rehearsal.Scenario;
import kilnward.server.compute.RehearsalAnswer.EnvelopeAnswer;
import kilnward.server.compute.RehearsalAnswer.LevelAnswer;
import kilnward.server.compute.RehearsalAnswer;
import kilnward.server.compute.RehearsalRequest.RoomCourse;
import kilnward.server.compute.RehearsalRequest.ScenarioPlan;
import kilnward.server.compute.RehearsalRequest;
import kilnward.server.compute.Rehearser;
import kilnward.server.compute.WorkedOut;
import kilnward.server.people.Needs;
import kilnward.server.people.Role;
import kilnward.server.settings.ChamberService;
import kilnward.server.settings.ChamberViews.ChamberView;
import kilnward.server.wire.FindingAnswer;
import kilnward.server.wire.OrNull;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** What the coming night looks like in a chamber as it is saved. What was worked out is remembered by plan and settings, so that only what changed is rehearsed anew. */
@RestController
public class OutlookController {
    /** Twelve hours from nine in the evening, in the room as it is then; enough buckets for a small picture. */
    private static final ScenarioPlan NIGHT = new ScenarioPlan(RoomCourse.DAY, 21.0, 43_200.0, 1.0, Scenario.Start.SETTLED, 140, null);

    /**
     * A rehearsed night in short.
     *
     * @param findings    what is found, the gravest first
     * @param occupant    temperature at the occupant (°C)
     * @param humidityPct mean humidity there; null where it is not known
     * @param course      lowest and highest temperature at the occupant in each bucket
     */
    public record Outlook(List<FindingAnswer> findings, LevelAnswer occupant, @OrNull Double humidityPct, EnvelopeAnswer course) {
        private static Outlook of(RehearsalAnswer answer) {
            return new Outlook(answer.findings(), answer.metrics().occupant(), answer.metrics().humidity() == null ? null : answer.metrics().humidity().mean(),
                    answer.trace().occupant());
        }
    }

    private final ChamberService chambers;
    private final WorkedOut workedOut;

    public OutlookController(ChamberService chambers, WorkedOut workedOut) {
        this.chambers = chambers;
        this.workedOut = workedOut;
    }

    /** All that is known without rehearsing anything, by chamber: a ward that was looked at before stands at once. */
    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/outlooks")
    public Map<String, Outlook> known() {
        Map<String, Outlook> known = new LinkedHashMap<>();
        chambers.all().forEach(chamber -> workedOut.<RehearsalRequest, RehearsalAnswer>known(night(chamber)).ifPresent(answer -> known.put(chamber.id(), Outlook.of(answer))));
        return known;
    }

    /** Refused, with the field, where the chamber cannot be rehearsed as it is saved. */
    @Needs(Role.VISITOR)
    @GetMapping("/api/v1/chambers/{id}/outlook")
    public Outlook outlook(@PathVariable UUID id) {
        return Outlook.of(workedOut.answer(night(chambers.one(id)), asked -> workers -> Rehearser.rehearse(asked, workers)));
    }

    private static RehearsalRequest night(ChamberView chamber) {
        return new RehearsalRequest(chamber.plan(), chamber.settings().stream().map(each -> new RehearsalRequest.KeyedIn(each.controllerId(), each.values())).toList(), NIGHT, null,
                true);
    }
}
