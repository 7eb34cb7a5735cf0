package kilnward.server.compute;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertSame;
import static org.junit.jupiter.api.Assertions.assertThrows;

import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import org.junit.jupiter.api.Test;

class WorkedOutTest {
    private record Question(String what, List<Double> values) {
    }

    private final WorkedOut workedOut = new WorkedOut(new Computing());
    private final AtomicInteger worked = new AtomicInteger();

    private Object ask(String what, double value) {
        return workedOut.answer(new Question(what, List.of(value)), question -> workers -> {
            worked.incrementAndGet();
            return new StringBuilder(question.what());
        });
    }

    @Test
    void theSameQuestionIsWorkedOutOnceAndAnotherForItself() {
        Object first = ask("night", 28.6);
        assertSame(first, ask("night", 28.6));
        assertEquals(1, worked.get());
        ask("night", 28.7);
        ask("day", 28.6);
        assertEquals(3, worked.get());
    }

    @Test
    void whatWasRefusedIsNotRemembered() {
        for (int i = 0; i < 2; i++) {
            assertThrows(IllegalStateException.class, () -> workedOut.answer(new Question("refused", List.of()), question -> workers -> {
                worked.incrementAndGet();
                throw new IllegalStateException("no");
            }));
        }
        assertEquals(2, worked.get());
    }
}
