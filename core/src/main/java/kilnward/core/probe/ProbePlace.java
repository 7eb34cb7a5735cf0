package kilnward.core.probe;

import kilnward.core.finding.Require;

/**
 * Where a probe hangs, as the shares of what it feels: τ dTp/dt = (1 − α − β − γ)·Ta + α·Te + β·Tc + γ·Troom + q − Tp.
 *
 * @param heaterShare   α: share of the heater's element, 0 to 1
 * @param contentsShare β: share of the contents, 0 to 1
 * @param roomShare     γ: share of the room, 0 to 1; 1 is a probe that has fallen out
 * @param ownWarmthK    q: what light and its own current add (K)
 * @param lagS          τ: time constant (s)
 */
public record ProbePlace(double heaterShare, double contentsShare, double roomShare, double ownWarmthK, double lagS) {
    public ProbePlace {
        Require.within("heaterShare", heaterShare, 0, 1, "");
        Require.within("contentsShare", contentsShare, 0, 1, "");
        Require.within("roomShare", roomShare, 0, 1, "");
        Require.that(heaterShare + contentsShare + roomShare <= 1 + 1e-12, "heaterShare",
                heaterShare + contentsShare + roomShare, "must not make the three shares more than 1 together");
        Require.within("ownWarmthK", ownWarmthK, -5, 20, "K");
        Require.within("lagS", lagS, 1, 7200, "s");
    }

    /** α + β + γ left over: the share of the air. */
    public double airShare() {
        return 1 - heaterShare - contentsShare - roomShare;
    }
}
