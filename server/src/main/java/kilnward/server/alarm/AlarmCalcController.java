package kilnward.server.alarm;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.stream.Stream;
import kilnward.core.alarm.AlarmCourse;
import kilnward.core.alarm.AlarmCourse.Act;
import kilnward.core.alarm.AlarmCourse.Deed;
import kilnward.core.alarm.AlarmCourse.Delays;
import kilnward.core.alarm.AlarmState;
import kilnward.core.alarm.Condition;
import kilnward.core.alarm.High;
import kilnward.core.alarm.Low;
import kilnward.core.alarm.Rate;
import kilnward.core.alarm.Reading;
import kilnward.core.alarm.Silence;
import kilnward.core.finding.RefusedValueException;
import kilnward.server.people.Open;
import kilnward.server.series.ReadingPlan;
import kilnward.server.wire.OrNull;
import kilnward.server.wire.problem.Within;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What becomes of an alarm, worked out from readings and acts alone. */
@Open
@RestController
public class AlarmCalcController {
    private static final double MICROS = 1e6;

    /** Kinds of rule. */
    public enum RuleKind {
        HIGH,
        LOW,
        RATE,
        SILENCE
    }

    /**
     * A rule.
     *
     * @param limit    in the unit of the readings; per hour for RATE, seconds for SILENCE
     * @param deadband in the unit of the limit; null for none
     */
    public record CalcRule(@NotNull RuleKind kind, @NotNull @Within(min = -1e6, max = 1e6) Double limit, @OrNull @Within(min = 0, max = 1e6) Double deadband,
            @OrNull @Within(of = AlarmCourse.Delays.class, field = "onS") Double onDelayS, @OrNull @Within(of = AlarmCourse.Delays.class, field = "offS") Double offDelayS) {
        private Condition condition() {
            double band = deadband == null ? 0 : deadband;
            return switch (kind) {
                case HIGH -> new High(limit, band);
                case LOW -> new Low(limit, band);
                case RATE -> new Rate(limit, band);
                case SILENCE -> new Silence(limit);
            };
        }

        private Delays delays() {
            return new Delays(onDelayS == null ? 0 : onDelayS, offDelayS == null ? 0 : offDelayS);
        }
    }

    /**
     * Something that somebody does.
     *
     * @param untilAt for SHELVE: until when
     */
    public record ActPlan(@NotNull Instant at, @NotNull Deed act, @OrNull Instant untilAt) {
    }

    /**
     * What is asked.
     *
     * @param untilAt nothing after it is looked at; null for the last reading or act
     */
    public record AlarmRequest(@NotNull @Valid CalcRule rule, @NotNull @Size(max = 5_000) List<@NotNull @Valid ReadingPlan> readings,
            @OrNull @Size(max = 1_000) List<@NotNull @Valid ActPlan> acts, @OrNull Instant untilAt) {
    }

    /** From one state to another. */
    public record TransitionAnswer(Instant at, AlarmState from, AlarmState to) {
    }

    /** All transitions, in the order of time. */
    public record AlarmAnswer(List<TransitionAnswer> transitions) {
    }

    @PostMapping("/api/v1/calc/alarm")
    public AlarmAnswer alarm(@Valid @RequestBody AlarmRequest asked) {
        List<ActPlan> acts = asked.acts() == null ? List.of() : asked.acts();
        Instant first = Stream.concat(asked.readings().stream().map(ReadingPlan::at), acts.stream().map(ActPlan::at)).min(Instant::compareTo).orElse(Instant.EPOCH);
        Instant last = asked.untilAt() != null ? asked.untilAt()
                : Stream.concat(asked.readings().stream().map(ReadingPlan::at), acts.stream().map(ActPlan::at)).max(Instant::compareTo).orElse(Instant.EPOCH);
        for (int i = 0; i < acts.size(); i++) {
            ActPlan act = acts.get(i);
            if (act.act() == Deed.SHELVE && (act.untilAt() == null || !act.untilAt().isAfter(act.at()))) {
                throw new RefusedValueException("acts[" + i + "].untilAt", act.untilAt(), "must be given for SHELVE, and be after at");
            }
        }
        ReadingPlan.requireInOrder(asked.readings());
        List<AlarmCourse.Transition> found = AlarmCourse.of(condition(asked.rule()), asked.rule().delays(),
                asked.readings().stream().map(each -> new Reading(seconds(first, each.at()), each.value())).toList(),
                acts.stream().map(each -> new Act(seconds(first, each.at()), each.act(), each.untilAt() == null ? 0 : seconds(first, each.untilAt()))).toList(),
                seconds(first, last));
        return new AlarmAnswer(found.stream().map(each -> new TransitionAnswer(first.plus(Math.round(each.atS() * MICROS), ChronoUnit.MICROS), each.from(), each.to())).toList());
    }

    /** The core refuses a limit by its own name; here it stands in the rule. */
    private static Condition condition(CalcRule rule) {
        try {
            return rule.condition();
        } catch (RefusedValueException refused) {
            throw new RefusedValueException("rule." + refused.field(), refused.given(), refused.allowed());
        }
    }

    private static double seconds(Instant first, Instant at) {
        return ChronoUnit.MICROS.between(first, at) / MICROS;
    }
}
