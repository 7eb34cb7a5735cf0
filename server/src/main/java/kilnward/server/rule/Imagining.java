package kilnward.server.rule;

import java.util.List;
import java.util.Optional;
import java.util.UUID;
import kilnward.core.alarm.Imagined;
import kilnward.core.alarm.OutOfBand;
import kilnward.core.alarm.RuleProposals.Watched;
import kilnward.core.alarm.Spot;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.life.DangerLimit;
import kilnward.core.life.Needs;
import kilnward.core.quantity.Quantity;
import kilnward.core.setup.Setup;
import kilnward.server.compute.WorkedOut;
import kilnward.server.series.SeriesService;
import kilnward.server.series.SeriesViews.SeriesView;
import kilnward.server.settings.ChamberService;
import org.springframework.stereotype.Component;

/** A chamber as planned and keyed, with what measures in it, rehearsed as its instruments would tell it. */
@Component
public class Imagining {
    private final ChamberService chambers;
    private final SeriesService series;
    private final WorkedOut workedOut;

    Imagining(ChamberService chambers, SeriesService series, WorkedOut workedOut) {
        this.chambers = chambers;
        this.series = series;
        this.workedOut = workedOut;
    }

    /**
     * A chamber that can be rehearsed.
     *
     * @param watched what measures in it, in the order of the spots
     */
    public record Scene(UUID chamberId, String mark, Setup setup, List<Watched> watched) {
        /** Place of a series among those watched; -1 for none of them. */
        public int place(UUID seriesId) {
            for (int i = 0; i < watched.size(); i++) {
                if (watched.get(i).id().equals(seriesId.toString())) {
                    return i;
                }
            }
            return -1;
        }
    }

    private record Asked(UUID chamberId, String mark, List<Spot> spots) {
    }

    /** What measures in a chamber. */
    List<Watched> watched(UUID chamberId) {
        return series.all(chamberId).stream().filter(each -> each.retiredAt() == null).map(Imagining::watched).toList();
    }

    private static Watched watched(SeriesView one) {
        return new Watched(one.id(), new Spot(one.quantity(), Optional.ofNullable(one.probeId()), Optional.ofNullable(one.controllerId())), one.everyS(),
                Optional.ofNullable(one.deviceId()));
    }

    /**
     * The chamber as it stands.
     *
     * @throws RefusedValueException where something of it is not planned or keyed yet
     */
    public Scene scene(UUID chamberId) {
        return new Scene(chamberId, chambers.mark(chamberId), chambers.setup(chamberId), watched(chamberId));
    }

    /** Its rehearsals, of good days and of every fault; as they were where they were worked out before. */
    public List<Imagined> rehearsed(Scene scene) {
        List<Spot> spots = scene.watched.stream().map(Watched::spot).toList();
        return workedOut.answer(new Asked(scene.chamberId, scene.mark, spots), asked -> workers -> Imagined.all(scene.setup, asked.spots, workers));
    }

    static double toOccupantK(Optional<Scene> scene, List<Imagined> all, UUID seriesId) {
        int place = scene.map(each -> each.place(seriesId)).orElse(-1);
        return place < 0 || scene.get().watched().get(place).spot().measured() != Quantity.TEMPERATURE ? 0 : Imagined.toOccupantK(all, place);
    }

    /** What is wanted where a series measures; null where nobody has said. */
    static OutOfBand band(Scene scene, UUID seriesId, double toOccupantK) {
        Needs needs = scene.setup().needs();
        int place = scene.place(seriesId);
        return place < 0 ? null : switch (scene.watched().get(place).spot().measured()) {
            case TEMPERATURE -> new OutOfBand(needs.keep().lowC() - toOccupantK, needs.keep().highC() - toOccupantK, 0);
            default -> needs.band(scene.watched().get(place).spot().measured()).map(each -> new OutOfBand(each.low(), each.high(), 0)).orElse(null);
        };
    }

    /**
     * What is wanted where a series measures.
     *
     * @param low         lower end of the target range there
     * @param high        upper end of the target range there
     * @param toOccupantK what is to be added for the occupant (K); 0 for a humidity
     * @param harm        danger limits at the occupant, of what the series measures
     */
    public record Wanted(double low, double high, double toOccupantK, List<DangerLimit> harm) {
    }

    /** What is wanted where a series of a chamber measures; empty where the plan does not say. */
    public Optional<Wanted> wanted(UUID chamberId, UUID seriesId) {
        Scene scene;
        try {
            scene = scene(chamberId);
        } catch (RefusedValueException incomplete) {
            return Optional.empty();
        }
        int place = scene.place(seriesId);
        boolean warmth = place >= 0 && scene.watched.get(place).spot().measured() == Quantity.TEMPERATURE;
        double toOccupantK = warmth ? toOccupantK(Optional.of(scene), rehearsed(scene), seriesId) : 0;
        return Optional.ofNullable(band(scene, seriesId, toOccupantK))
                .map(each -> new Wanted(each.low(), each.high(), toOccupantK,
                        place < 0 ? List.of() : scene.setup.needs().dangerLimits(scene.watched.get(place).spot().measured())));
    }
}
