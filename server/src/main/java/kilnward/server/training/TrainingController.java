package kilnward.server.training;

import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Size;
import java.util.List;
import java.util.Map;
import kilnward.core.training.Exercise;
import kilnward.core.training.Exercise.Answer;
import kilnward.core.training.Exercise.Entry;
import kilnward.core.training.Exercise.Kind;
import kilnward.core.training.Exercise.Shown;
import kilnward.core.training.Exercise.Verdict;
import kilnward.server.compute.Computing;
import kilnward.server.people.Needs;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.training.TrainingRecord.Learner;
import kilnward.server.wire.OrNull;
import org.springframework.security.core.Authentication;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Exercises, their judgement, and the record of who did which. */
@RestController
@RequestMapping("/api/v1/training")
public class TrainingController {
    private final Computing computing;
    private final TrainingRecord record;

    TrainingController(Computing computing, TrainingRecord record) {
        this.computing = computing;
        this.record = record;
    }

    /** A curve: °C; of the heater a share. */
    record TrainingCurve(Shown shown, double everyS, double[] values) {
    }

    /**
     * An exercise. It follows from kind, level and seed alone.
     *
     * @param facts   temperatures in °C, differences in K, shares from 0 to 1
     * @param choices what can be chosen; empty where a number is asked
     * @param entry   what number is asked; null where something is chosen
     */
    record ExerciseView(Kind kind, int level, long seed, Map<String, Double> facts, List<TrainingCurve> curves, List<String> choices, @OrNull Entry entry) {
    }

    /**
     * An answer.
     *
     * @param answer a code, or a number
     * @param pupil  who answers, where roles are picked and nobody has an account; null for whoever is signed in
     */
    record TrainingAnswer(@NotBlank @Size(max = 40) String answer, @OrNull @Size(min = 1, max = 60) String pupil) {
    }

    /**
     * How an answer was.
     *
     * @param counted  whether it stands in the record: the first to each exercise does
     * @param outcomes what the simulator makes of each choice, or of the answer and of what is best
     */
    record JudgedView(boolean right, String best, Map<String, Map<String, Double>> outcomes, boolean counted) {
    }

    @Needs(Role.VISITOR)
    @GetMapping("/{kind}/{level}/{seed}")
    public ExerciseView exercise(@PathVariable Kind kind, @PathVariable int level, @PathVariable long seed) {
        Exercise posed = computing.run(workers -> Exercise.of(kind, level, seed));
        return new ExerciseView(kind, level, seed, posed.facts(), posed.curves().stream().map(each -> new TrainingCurve(each.shown(), each.everyS(), each.values())).toList(),
                posed.choices(), posed.entry());
    }

    @Needs(Role.VISITOR)
    @PostMapping("/{kind}/{level}/{seed}/answers")
    public JudgedView answer(@PathVariable Kind kind, @PathVariable int level, @PathVariable long seed, @Valid @RequestBody TrainingAnswer asked, Authentication who) {
        Learner learner = learner(asked.pupil(), who);
        Verdict verdict = computing.run(workers -> Exercise.judge(kind, level, seed, Answer.of(asked.answer().strip())));
        boolean counted = record.write(learner, kind, level, seed, asked.answer().strip(), verdict.right());
        return new JudgedView(verdict.right(), verdict.best(), verdict.outcomes(), counted);
    }

    /** What somebody has done, and with which level of each kind to go on. */
    @Needs(Role.VISITOR)
    @GetMapping("/record")
    public TrainingRecord.TrainingView done(@RequestParam(required = false) @Size(min = 1, max = 60) String pupil, Authentication who) {
        return record.of(learner(pupil, who));
    }

    private static Learner learner(String pupil, Authentication who) {
        Person person = who.getPrincipal() instanceof Person signedIn ? signedIn : null;
        return Learner.of(person, pupil);
    }
}
