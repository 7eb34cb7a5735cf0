package kilnward.core.proposal;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertFalse;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.concurrent.ForkJoinPool;
import kilnward.core.Osier;
import kilnward.core.chamber.Room;
import kilnward.core.control.Style;
import kilnward.core.device.LevelKind;
import kilnward.core.device.Parameter;
import kilnward.core.device.Profile;
import kilnward.core.probe.DisplayUnit;
import kilnward.core.rehearsal.Workers;
import kilnward.core.setup.Setup;
import org.junit.jupiter.api.Test;

/** What a wrong display did to the eggs, and what the right offset does to each rung. */
class OffsetEffectTest {
    private static final Profile PROFILE = Osier.profile(Style.OFF_AT_SET, DisplayUnit.C, 0.1);

    @Test
    void aDisplayThatReadsHighKeepsTheEggsColdUntilTheOffsetIsIn() {
        Setup setup = Osier.setup(Osier.reedbox(9, 50, Room.of(20, 22, 15)), Osier.probe(0, 0),
                Osier.planned(PROFILE, Osier.settings(PROFILE, 28.6, 0.6, 31, 25)));
        OffsetEffect effect = OffsetEffect.of(setup, "controller", Parameter.OFFSET, 1.6, -1.6, Osier.night(12), Workers.in(ForkJoinPool.commonPool()));
        // The less heat it takes, the nearer are eggs and probe to each other: a tenth of the way to the room.
        assertEquals(effect.believed().mean() - 1.6, effect.had().mean(), 0.25, "reads 1.6 too much, so they have 1.6 too little");
        assertEquals(effect.believed().mean(), effect.gets().mean(), 0.02, "with the offset they get what was believed");
        assertFalse(effect.rungs().isEmpty());
        effect.rungs().forEach(rung -> assertEquals(1.6, rung.after() - rung.before(), 0.2, rung.kind() + " rises by the whole offset"));
        assertTrue(effect.rungs().stream().anyMatch(rung -> rung.kind() == LevelKind.HIGH_ALARM), "alarms among them");
    }
}
