package kilnward.core.other;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;

class PhysicsCasesTest {
    /** At least twenty quantities, each within a tenth of what another model says. */
    @Test
    void theProductSaysWhatAModelSaysThatSharesNothingWithIt() {
        List<PhysicsCases.Row> rows = PhysicsCases.all();
        assertTrue(rows.size() >= 20, rows.size() + " rows");
        List<String> apart = rows.stream().filter(row -> Math.abs(row.ratio() - 1) > 0.1)
                .map(row -> row.which() + ": " + row.quantity() + " " + row.independent() + " " + row.product() + " " + row.unit()).toList();
        assertEquals(List.of(), apart, () -> String.join("\n", Stream.concat(apart.stream(), rows.stream().map(PhysicsCases.Row::toString)).toList()));
    }
}
