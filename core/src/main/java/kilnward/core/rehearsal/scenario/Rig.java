package kilnward.core.rehearsal.scenario;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Set;
import kilnward.core.chamber.Chamber;
import kilnward.core.chamber.Room;
import kilnward.core.chamber.appliance.Appliance;
import kilnward.core.control.Controller;
import kilnward.core.control.Loop;
import kilnward.core.finding.Require;
import kilnward.core.life.Needs;
import kilnward.core.probe.Probe;
import kilnward.core.quantity.Quantity;

/**
 * A chamber with everything that measures and acts in it, ready to be rehearsed.
 *
 * @param chamber     chamber
 * @param needs       what the occupant needs
 * @param probes      probes
 * @param controllers controllers as keyed in, each on one of the probes
 */
public record Rig(Chamber chamber, Needs needs, List<Probe> probes, List<Controller> controllers) {
    public Rig {
        Objects.requireNonNull(chamber, "chamber");
        Objects.requireNonNull(needs, "needs");
        probes = List.copyOf(probes);
        controllers = List.copyOf(controllers);
        Set<String> probeIds = new HashSet<>();
        for (Probe probe : probes) {
            Require.that(probeIds.add(probe.id()), "probes", probe.id(), "must not share an id");
        }
        Set<String> free = new HashSet<>(chamber.appliances().stream().map(Appliance::id).toList());
        Set<String> uncut = new HashSet<>(free);
        for (Controller controller : controllers) {
            for (String probeId : controller.probeIds()) {
                Require.that(probeIds.contains(probeId), "controllers.probeIds", probeId, "must name a probe of the chamber");
            }
            requireRead(chamber, probes, controller, controller.display().unit().quantity());
            if (controller.companion().isPresent()) {
                requireRead(chamber, probes, controller, controller.companion().get().unit().quantity());
            }
            for (Loop loop : controller.loops()) {
                for (String id : loop.applianceIds()) {
                    Require.that((loop.cutOut() ? uncut : free).remove(id), "controllers.loops.applianceIds", id,
                            "must name an appliance of the chamber that no other loop " + (loop.cutOut() ? "cuts out" : "switches"));
                }
            }
        }
    }

    private static void requireRead(Chamber chamber, List<Probe> probes, Controller controller, Quantity quantity) {
        if (quantity == Quantity.TEMPERATURE) {
            return;
        }
        String words = quantity.name().toLowerCase(Locale.ROOT).replace('_', ' ');
        Require.that(chamber.room().of(quantity).isPresent() && chamber.tank().isEmpty(), "chamber.room." + Room.field(quantity), null,
                "must be given: a controller of this chamber reads " + words);
        for (Probe probe : probes) {
            Require.that(!controller.probeIds().contains(probe.id()) || probe.reads(quantity), "controllers.probeIds",
                    probe.id(), "must name a probe that reads " + words);
        }
    }

    /** The same rig with controllers that look no oftener than this (s), for rehearsals in longer steps. */
    public Rig lookingNoOftenerThan(double leastS) {
        return new Rig(chamber, needs, probes, controllers.stream().map(each -> each.withSampling(Math.max(leastS, each.samplingS()))).toList());
    }

    /** Index of a probe by its id. */
    public int probeIndex(String probeId) {
        for (int i = 0; i < probes.size(); i++) {
            if (probes.get(i).id().equals(probeId)) {
                return i;
            }
        }
        throw new IllegalArgumentException("no probe " + probeId);
    }
}
