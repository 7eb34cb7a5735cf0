package kilnward.core.probe;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import kilnward.core.chamber.Place;
import kilnward.core.chamber.body.Box;
import kilnward.core.finding.Bounded;
import kilnward.core.finding.Require;

/**
 * Where a probe hangs, as the shares of what it feels: τ dTp/dt = (1 − α − β − γ)·(Ta + g) + α·Te + β·Tc + γ·Troom + q − Tp.
 *
 * @param heaterShare   α: share of the heaters' elements together, 0 to 1
 * @param byHeater      how α is shared out among the heaters, in their order, adding up to 1; empty where that is not known, and then each has as much
 * @param contentsShare β: share of the contents, 0 to 1
 * @param roomShare     γ: share of the room, 0 to 1; 1 is a probe that has fallen out
 * @param gradientK     g: air at its height less mixed air, while the air is still (K)
 * @param ownWarmthK    q: what its own current adds (K)
 * @param lightWarmthK  what the lamps add to q while they are on (K)
 * @param lagS          τ: time constant (s)
 */
public record ProbePlace(@Bounded(min = 0, max = 1) double heaterShare, List<Double> byHeater, @Bounded(min = 0, max = 1) double contentsShare,
        @Bounded(min = 0, max = 1) double roomShare, @Bounded(min = -20, max = 20, unit = "K") double gradientK, @Bounded(min = -5, max = 20, unit = "K") double ownWarmthK,
        @Bounded(min = -5, max = 40, unit = "K") double lightWarmthK, @Bounded(min = 1, max = 7200, unit = "s") double lagS) {
    /** A probe that touches a heater feels it as much as the air; the distance at which that has halved (m). */
    private static final double HEATER_TOUCHED = 0.5;
    private static final double HEATER_HALF_M = 0.05;
    /** What stands between shades the probe: warm air still comes round it. */
    private static final double SHADED = 0.2;
    private static final double CONTENTS_TOUCHED = 0.8;
    private static final double CONTENTS_HALF_M = 0.02;
    private static final double WALL_TOUCHED = 0.15;
    private static final double WALL_HALF_M = 0.01;

    public ProbePlace {
        Require.within(ProbePlace.class, "heaterShare", heaterShare);
        byHeater = List.copyOf(byHeater);
        Require.that(byHeater.isEmpty() || Math.abs(byHeater.stream().mapToDouble(Double::doubleValue).sum() - 1) < 1e-9, "byHeater", byHeater, "must add up to 1");
        Require.within(ProbePlace.class, "contentsShare", contentsShare);
        Require.within(ProbePlace.class, "roomShare", roomShare);
        Require.that(heaterShare + contentsShare + roomShare <= 1 + 1e-12, "heaterShare",
                heaterShare + contentsShare + roomShare, "must not make the three shares more than 1 together");
        Require.within(ProbePlace.class, "gradientK", gradientK);
        Require.within(ProbePlace.class, "ownWarmthK", ownWarmthK);
        Require.within(ProbePlace.class, "lightWarmthK", lightWarmthK);
        Require.within(ProbePlace.class, "lagS", lagS);
    }

    /** A place that feels each heater as much as any other. */
    public ProbePlace(double heaterShare, double contentsShare, double roomShare, double gradientK, double ownWarmthK, double lightWarmthK, double lagS) {
        this(heaterShare, List.of(), contentsShare, roomShare, gradientK, ownWarmthK, lightWarmthK, lagS);
    }

    /** The share of one of a number of heaters, by its position. */
    public double heaterShare(int heater, int heaters) {
        return heaterShare * (byHeater.size() == heaters ? byHeater.get(heater) : 1.0 / heaters);
    }

    /** A place in mixed air away from lamps. */
    public static ProbePlace of(double heaterShare, double contentsShare, double roomShare, double ownWarmthK, double lagS) {
        return new ProbePlace(heaterShare, contentsShare, roomShare, 0, ownWarmthK, 0, lagS);
    }

    /**
     * What a probe feels where it hangs, from the distances: a share falls as 1/(1 + (d/d½)²). Orders of magnitude, common
     * practice, no source; a check with a thermometer at the occupant is better, and shares can be typed instead.
     *
     * @param point      the probe
     * @param heaters    heaters, each of which acts by its own distance
     * @param contents   contents; empty where there is nothing to touch
     * @param box        the box, whose walls it feels as the room
     * @param gradientKm gradient of the still air (K/m), 0 in the middle of the height
     */
    public static ProbePlace at(Place point, List<Place> heaters, Optional<Place> contents, Box box, double gradientKm,
            double lagS) {
        double[] each = heaters.stream().mapToDouble(place -> near(HEATER_TOUCHED, HEATER_HALF_M, place.distanceM(point))
                * (contents.isPresent() && contents.get().isBetween(point, place) ? SHADED : 1)).toArray();
        double alpha = Arrays.stream(each).sum();
        List<Double> byHeater = alpha > 0 ? Arrays.stream(each).mapToObj(share -> share / alpha).toList() : List.of();
        double beta = contents.map(place -> near(CONTENTS_TOUCHED, CONTENTS_HALF_M, place.distanceM(point))).orElse(0.0);
        double toWall = Math.min(Math.min(point.xM(), box.innerLengthM() - point.xM()),
                Math.min(Math.min(point.yM(), box.innerWidthM() - point.yM()),
                        Math.min(point.zM(), box.innerHeightM() - point.zM())));
        double gamma = near(WALL_TOUCHED, WALL_HALF_M, Math.max(0, toWall));
        double over = Math.max(1, alpha + beta + gamma);
        return new ProbePlace(alpha / over, byHeater, beta / over, gamma / over, gradientKm * (point.zM() - box.innerHeightM() / 2),
                0, 0, lagS);
    }

    private static double near(double touched, double halfM, double distanceM) {
        return touched / (1 + distanceM / halfM * (distanceM / halfM));
    }

    /** What α + β + γ leave: the share of the air. */
    public double airShare() {
        return 1 - heaterShare - contentsShare - roomShare;
    }
}
