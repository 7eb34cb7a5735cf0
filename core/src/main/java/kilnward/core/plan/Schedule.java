package kilnward.core.plan;

import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import kilnward.core.life.Doing;
import kilnward.core.life.Expected;
import kilnward.core.life.Stage;

/**
 * What a batch asks for on which day, in the order of time.
 *
 * @param tasks its tasks
 */
public record Schedule(List<Task> tasks) {
    /** Of what comes again and again without an end. */
    private static final int MOST_TIMES = 120;

    public Schedule {
        tasks = List.copyOf(tasks);
    }

    /** The schedule of a batch as it stands now. */
    public static Schedule of(Batch batch) {
        List<Task> tasks = new ArrayList<>();
        List<Stage> stages = batch.school().stages();
        for (int i = 0; i < stages.size(); i++) {
            LocalDateTime from = batch.begins(i);
            if (from == null) {
                break;
            }
            tasks.add(new Task(Task.Code.STAGE_BEGINS, stages.get(i).id(), 1, from));
            if (i > 0 && turns(stages.get(i - 1)) && !turns(stages.get(i))) {
                tasks.add(new Task(Task.Code.TURNING_STOPS, stages.get(i).id(), 1, from));
            }
        }
        LocalDateTime ends = batch.ends();
        Expected expected = batch.school().expected();
        if (expected != null) {
            LocalDateTime last = batch.onDay(expected.lastDay());
            add(tasks, batch, Task.Code.FIRST_EXPECTED, expected.firstDay(), 1);
            add(tasks, batch, Task.Code.LAST_EXPECTED, expected.lastDay(), 1);
            // Who is waited for is not cleared out with the stage.
            ends = ends != null && last != null && last.isAfter(ends) ? last : ends;
        }
        if (ends != null) {
            tasks.add(new Task(Task.Code.ENDS, stages.get(stages.size() - 1).id(), 1, ends));
        }
        for (Doing doing : batch.school().doings()) {
            repeat(tasks, batch, doing, ends);
        }
        tasks.sort(Task.BY_TIME);
        return new Schedule(tasks);
    }

    static boolean turns(Stage stage) {
        return stage.turnsPerDay() != null && stage.turnsPerDay().value() > 0;
    }

    private static void repeat(List<Task> tasks, Batch batch, Doing doing, LocalDateTime ends) {
        Task.Code code = Task.Code.valueOf(doing.kind().name());
        int before = (int) tasks.stream().filter(each -> each.code() == code).count();
        for (int n = 0; n < (doing.everyDays() == null ? 1 : MOST_TIMES); n++) {
            double day = doing.firstDay() + (n == 0 ? 0 : n * doing.everyDays());
            LocalDateTime at = batch.onDay(day);
            if (at == null || doing.lastDay() != null && day > doing.lastDay() + 1e-9 || ends != null && at.isAfter(ends)) {
                break;
            }
            add(tasks, batch, code, day, before + n + 1);
        }
    }

    private static void add(List<Task> tasks, Batch batch, Task.Code code, double day, int times) {
        LocalDateTime at = batch.onDay(day);
        if (at != null) {
            tasks.add(new Task(code, batch.school().stages().get(batch.stageOf(day)).id(), times, at));
        }
    }

    /**
     * A task that stands on another day than before.
     *
     * @param from when it was to be; null where it is new
     * @param to   when it is to be; null where it falls away
     */
    public record Moved(Task task, LocalDateTime from, LocalDateTime to) {
    }

    /** What moved since an earlier schedule of the same batch, in the order of time. */
    public List<Moved> movedFrom(Schedule before) {
        Map<String, Task> old = new LinkedHashMap<>();
        before.tasks.forEach(each -> old.put(each.key(), each));
        List<Moved> moved = new ArrayList<>();
        for (Task task : tasks) {
            Task was = old.remove(task.key());
            if (was == null || !was.at().equals(task.at())) {
                moved.add(new Moved(task, was == null ? null : was.at(), task.at()));
            }
        }
        old.values().forEach(each -> moved.add(new Moved(each, each.at(), null)));
        return moved;
    }
}
