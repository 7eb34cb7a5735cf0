package kilnward.server.compute;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.util.function.Function;
import kilnward.core.rehearsal.Workers;
import kilnward.server.wire.door.Limits;
import org.springframework.stereotype.Component;

/**
 * What was worked out lately, by the whole of what was asked: the same question has the same answer to the last bit, so whoever goes from step to step
 * of a chamber that nobody changed does not wait for it again. Nothing of record: each server has its own, and none misses one.
 */
@Component
public class WorkedOut {
    private final Computing computing;
    private final Cache<Object, Object> answers = Caffeine.newBuilder().maximumSize(Limits.REMEMBERED).softValues().build();

    public WorkedOut(Computing computing) {
        this.computing = computing;
    }

    /**
     * The answer to a question: as it was, or worked out now.
     *
     * @param question all that the answer depends on, equal to itself by its content
     */
    @SuppressWarnings("unchecked")
    public <Q, A> A answer(Q question, Function<Q, Function<Workers, A>> work) {
        Object known = answers.getIfPresent(question);
        if (known != null) {
            return (A) known;
        }
        A answer = computing.run(work.apply(question));
        answers.put(question, answer);
        return answer;
    }
}
