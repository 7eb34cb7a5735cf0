package kilnward.benchmarks;

import java.util.Locale;
import kilnward.core.other.PhysicsCases;

/** What the product says beside what a model says that shares nothing with it. Prints a table. */
public final class PhysicsBench {
    private PhysicsBench() {
    }

    public static void main(String[] arguments) {
        System.out.println("| case | quantity | independent | product | ratio |");
        System.out.println("|---|---|---|---|---|");
        for (PhysicsCases.Row row : PhysicsCases.all()) {
            System.out.printf(Locale.ROOT, "| %s | %s (%s) | %.3g | %.3g | %.2f |%n", row.which(), row.quantity(), row.unit(), row.independent(), row.product(), row.ratio());
        }
    }
}
