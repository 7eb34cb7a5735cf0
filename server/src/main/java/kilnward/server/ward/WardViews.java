package kilnward.server.ward;

import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import kilnward.core.finding.Severity;
import kilnward.core.quantity.Quantity;
import kilnward.server.compute.RehearsalAnswer;
import kilnward.server.compute.RehearsalAnswer.EnvelopeAnswer;
import kilnward.server.compute.RehearsalAnswer.LevelAnswer;
import kilnward.server.plan.ChamberPlan;
import kilnward.server.series.SeriesViews.ReadingView;
import kilnward.server.wire.FindingAnswer;
import kilnward.server.wire.OrNull;

/** What the ward is told. */
public final class WardViews {
    private WardViews() {
    }

    /**
     * A rehearsed night in short.
     *
     * @param findings    what is found, the gravest first
     * @param occupant    temperature at the occupant (°C)
     * @param humidityPct mean humidity there; null where it is not known
     * @param course      lowest and highest temperature at the occupant in each bucket
     */
    public record Outlook(List<FindingAnswer> findings, LevelAnswer occupant, @OrNull Double humidityPct, EnvelopeAnswer course) {
        static Outlook of(RehearsalAnswer answer) {
            return new Outlook(answer.findings(), answer.metrics().occupant(),
                    answer.metrics().air().containsKey(Quantity.RELATIVE_HUMIDITY) ? answer.metrics().air().get(Quantity.RELATIVE_HUMIDITY).mean() : null,
                    answer.trace().occupant());
        }
    }

    /** A part of a plan without which nothing is rehearsed. */
    public enum Part {
        OCCUPANT,
        BOX,
        CONTENTS,
        ROOM;

        static List<Part> missing(ChamberPlan plan) {
            List<Part> missing = new ArrayList<>();
            for (Part part : values()) {
                Object there = switch (part) {
                    case OCCUPANT -> plan.occupancy();
                    case BOX -> plan.box();
                    case CONTENTS -> plan.contents();
                    case ROOM -> plan.room();
                };
                if (there == null) {
                    missing.add(part);
                }
            }
            return missing;
        }
    }

    /**
     * Who lives in a chamber.
     *
     * @param where     where it counts
     * @param keepLowC  lower end of the target range there (°C)
     * @param keepHighC upper end (°C)
     */
    public record Living(String name, String where, double keepLowC, double keepHighC, @OrNull LocalDate startedOn) {
        static Living of(ChamberPlan.OccupancyPlan plan) {
            return plan == null ? null : new Living(plan.name(), plan.where(), plan.keepLowC(), plan.keepHighC(), plan.startedOn());
        }
    }

    /** The temperature that a chamber is known by: what a controller shows, or else the first that is measured; {@code silentAfterS} after its newest reading nothing is known any more. */
    public record KnownBy(String seriesId, String name, double silentAfterS, @OrNull ReadingView latest) {
    }

    /**
     * A chamber at a glance.
     *
     * @param standsAt    where it stands; null where nobody said
     * @param litres      of air, or of water in a tank; null without a box
     * @param missing     what has to be planned before anything is rehearsed
     * @param controllers whether there is one
     * @param ready       whether all that a rehearsal needs is there: the plan, and settings of every controller
     * @param worst       of what its rehearsed night found; null where nothing was found, or it was not rehearsed
     * @param rehearsed   whether its night was rehearsed as it stands
     */
    public record WardRow(String id, String name, @OrNull String standsAt, @OrNull Living living, @OrNull Double litres, List<Part> missing, boolean controllers, boolean ready,
            @OrNull Severity worst, boolean rehearsed, @OrNull KnownBy knownBy) {
    }
}
