package kilnward.server.training;

import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.UUID;
import kilnward.core.finding.RefusedValueException;
import kilnward.core.training.Exercise;
import kilnward.core.training.Exercise.Kind;
import kilnward.server.people.Person;
import kilnward.server.people.Role;
import kilnward.server.site.Sites;
import kilnward.server.store.Moments;
import kilnward.server.wire.problem.NotFoundException;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who answered what. Written past Hibernate: an exercise is no change of anything that the record of changes is about. */
@Component
class TrainingRecord {
    private static final int LOOKED_AT = 3;
    private final JdbcClient sql;
    private final Sites sites;
    private final Clock clock;

    TrainingRecord(JdbcClient sql, Sites sites, Clock clock) {
        this.sql = sql;
        this.sites = sites;
        this.clock = clock;
    }

    /**
     * Who learns.
     *
     * @param name     under which it is kept
     * @param seesAll  whether they see how everybody does: who leads, and in a class everybody
     */
    record Learner(String name, boolean seesAll) {
        /** Whoever has an account stands under its name; where roles are picked, under the name that is given. */
        static Learner of(Person person, String pupil) {
            if (person != null && person.account() != null) {
                if (pupil != null && !pupil.equals(person.name())) {
                    throw new RefusedValueException("pupil", pupil, "must be left out: you are signed in as " + person.name());
                }
                return new Learner(person.name(), person.may(Role.LEAD));
            }
            if (pupil == null || pupil.isBlank()) {
                throw new RefusedValueException("pupil", pupil, "must be given, so that what you do is told apart from what others do");
            }
            return new Learner(pupil.strip(), true);
        }
    }

    /**
     * How somebody does with one kind.
     *
     * @param level to go on with
     */
    record TrainingKind(Kind kind, int level, int tried, int right) {
    }

    /** How somebody does. */
    record PupilView(String who, int tried, int right) {
    }

    /** What somebody has done; {@code all} is everybody of the site, where they may see that. */
    record TrainingView(String who, List<TrainingKind> kinds, List<PupilView> all) {
    }

    private UUID site() {
        return sites.here().orElseThrow(() -> new NotFoundException("There is no site to learn at.")).id();
    }

    /** @return whether it was the first to this exercise */
    boolean write(Learner learner, Kind kind, int level, long seed, String answer, boolean right) {
        try {
            sql.sql("insert into training_answer (id, site_id, who, kind, level, seed, answer, correct, at_us) values (?, ?, ?, ?, ?, ?, ?, ?, ?)").param(UUID.randomUUID())
                    .param(site()).param(learner.name()).param(kind.name()).param(level).param(seed).param(answer).param(right).param(Moments.micros(clock.instant())).update();
            return true;
        } catch (DuplicateKeyException again) {
            return false;
        }
    }

    private record Row(int level, boolean right) {
    }

    TrainingView of(Learner learner) {
        List<TrainingKind> kinds = new ArrayList<>();
        for (Kind kind : Kind.values()) {
            List<Row> rows = sql.sql("select level, correct from training_answer where site_id = ? and who = ? and kind = ? order by at_us desc, id").param(site())
                    .param(learner.name()).param(kind.name()).query((row, i) -> new Row(row.getInt(1), row.getBoolean(2))).list();
            int level = rows.isEmpty() ? 1 : rows.get(0).level();
            // Only what was done at this level since says whether it is mastered.
            List<Boolean> here = rows.stream().takeWhile(each -> each.level() == level).limit(LOOKED_AT).map(Row::right).toList();
            kinds.add(new TrainingKind(kind, Exercise.next(level, here), rows.size(), (int) rows.stream().filter(Row::right).count()));
        }
        List<PupilView> all = learner.seesAll()
                ? sql.sql("select who, count(*), sum(correct) from training_answer where site_id = ? group by who order by sum(correct) desc, who limit 200").param(site())
                        .query((row, i) -> new PupilView(row.getString(1), row.getInt(2), row.getInt(3))).list()
                : List.of();
        return new TrainingView(learner.name(), kinds, all);
    }
}
