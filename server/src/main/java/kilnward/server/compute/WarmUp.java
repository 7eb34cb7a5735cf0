package kilnward.server.compute;

import java.util.List;
import java.util.Map;
import kilnward.core.device.Parameter;
import kilnward.core.rehearsal.Workers;
import kilnward.core.rehearsal.scenario.Scenario;
import kilnward.server.begin.NewChamber;
import kilnward.server.begin.Starter;
import kilnward.server.compute.RehearsalRequest.KeyedIn;
import kilnward.server.compute.RehearsalRequest.RoomCourse;
import kilnward.server.compute.RehearsalRequest.ScenarioPlan;
import kilnward.server.plan.ChamberPlan;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Rehearses a few times after the start, so that the first person to move a rung does not wait for the virtual machine to
 * compile the simulator.
 */
@Component
class WarmUp {
    private static final int ROUNDS = 12;
    private final Starter starter;

    WarmUp(Starter starter) {
        this.starter = starter;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        Thread thread = new Thread(this::rehearse, "warm-up");
        thread.setDaemon(true);
        thread.setPriority(Thread.MIN_PRIORITY);
        thread.start();
    }

    private void rehearse() {
        ChamberPlan plan = starter.plan(new NewChamber("warm-up", "corn-snake-eggs", null, null), 0);
        Map<Parameter, Double> values = Map.of(Parameter.SET_VALUE, 28.5, Parameter.DIFFERENTIAL, 0.5,
                Parameter.HIGH_ALARM, 31.0, Parameter.LOW_ALARM, 25.0, Parameter.OFFSET, 0.0);
        RehearsalRequest request = new RehearsalRequest(plan, List.of(new KeyedIn(plan.controllers().get(0).id(), values)),
                new ScenarioPlan(RoomCourse.DAY, 21.0, 43_200.0, 1.0, Scenario.Start.SETTLED, 480, null), null, null, null);
        for (int round = 0; round < ROUNDS; round++) {
            Rehearser.rehearse(request, Workers.ALONE);
        }
    }
}
