package kilnward.core.fault;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.SplittableRandom;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.rehearsal.outcome.Trace;
import kilnward.core.rehearsal.scenario.Fault;
import kilnward.core.setup.Setup;

/**
 * A drill: one fault is hidden behind its trace, among others that would look otherwise.
 *
 * @param row     the hidden fault with what it comes to
 * @param first   what is to be done first about it
 * @param choices kinds to choose from, the right one among them, in the order of {@link Fault.Kind}
 * @param acts    first acts to choose from, the right one among them, in the order of {@link FirstAct}
 */
public record Drill(FaultTable.Row row, FirstAct first, List<Fault.Kind> choices, List<FirstAct> acts) {
    private static final int CHOICES = 5;
    /** Traces nearer than this everywhere (K, points) look alike. */
    private static final double ALIKE = 0.3;

    public Drill {
        choices = List.copyOf(choices);
        acts = List.copyOf(acts);
    }

    /**
     * @param setup the chamber
     * @param table its faults
     * @param seed  what is hidden and what it is hidden among; the same seed gives the same drill
     * @throws RefusedValueException where no fault of this chamber shows
     */
    public static Drill of(Setup setup, FaultTable table, long seed) {
        SplittableRandom random = new SplittableRandom(seed);
        List<FaultTable.Row> showing = table.rows().stream().filter(row -> row.with().seenS().isPresent() || row.with().alarmS().isPresent()).toList();
        if (showing.isEmpty()) {
            throw new RefusedValueException("seed", seed, "must belong to a chamber in which some fault shows");
        }
        FaultTable.Row hidden = showing.get(random.nextInt(showing.size()));
        return of(setup, table, hidden, random);
    }

    private static Drill of(Setup setup, FaultTable table, FaultTable.Row hidden, SplittableRandom random) {
        Set<Fault.Kind> alike = new LinkedHashSet<>();
        List<Fault.Kind> others = new ArrayList<>();
        for (FaultTable.Row row : table.rows()) {
            if (looksLike(row, hidden)) {
                alike.add(row.fault().kind());
            }
        }
        table.rows().stream().map(row -> row.fault().kind()).distinct().filter(kind -> !alike.contains(kind)).forEach(others::add);
        Set<Fault.Kind> choices = new LinkedHashSet<>(List.of(hidden.fault().kind()));
        while (choices.size() < CHOICES && !others.isEmpty()) {
            choices.add(others.remove(random.nextInt(others.size())));
        }
        Set<FirstAct> acts = new LinkedHashSet<>();
        FirstAct first = FirstAct.of(setup, hidden);
        acts.add(first);
        table.rows().stream().filter(row -> choices.contains(row.fault().kind())).map(row -> FirstAct.of(setup, row)).limit(CHOICES).forEach(acts::add);
        return new Drill(hidden, first, choices.stream().sorted().toList(), acts.stream().sorted().toList());
    }

    private static boolean looksLike(FaultTable.Row one, FaultTable.Row other) {
        if (one.roomC() != other.roomC()) {
            return false;
        }
        for (int display = 0; display < one.run().trace().displays().size(); display++) {
            Trace.Envelope mine = one.run().trace().displays().get(display);
            Trace.Envelope theirs = other.run().trace().displays().get(display);
            for (int i = 0; i < mine.low().length; i++) {
                if (Math.abs(mine.low()[i] - theirs.low()[i]) > ALIKE || Math.abs(mine.high()[i] - theirs.high()[i]) > ALIKE) {
                    return false;
                }
            }
        }
        return true;
    }

    /** How an answer does. */
    public record Judged(boolean rightKind, boolean rightAct) {
    }

    /** Judges what somebody says happened, and what they would do first. */
    public Judged judge(Optional<Fault.Kind> said, Optional<FirstAct> done) {
        return new Judged(said.map(kind -> kind == row.fault().kind()).orElse(false), done.map(act -> act == first).orElse(false));
    }
}
