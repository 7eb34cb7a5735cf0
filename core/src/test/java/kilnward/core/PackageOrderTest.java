package kilnward.core;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import org.junit.jupiter.api.Test;

/** A package of the core depends only on those before it, and on no framework. */
class PackageOrderTest {
    private static final List<String> ORDER = List.of("finding", "air", "quantity", "life", "chamber.body", "chamber.appliance", "chamber", "chamber.model",
            "probe", "control", "device", "calibration", "load", "rehearsal.scenario", "rehearsal.outcome", "rehearsal", "setup", "ladder", "judgement.situation",
            "judgement.climate", "judgement.alarm", "judgement.output", "judgement.settings", "judgement.probe", "judgement", "proposal", "fault", "series", "logfile", "alarm",
            "plan", "proving", "logbook", "review",
            "fitting", "training");
    private static final JavaClasses CORE = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("kilnward.core");

    @Test
    void packagesDependOnlyOnThoseBeforeThem() {
        for (JavaClass from : CORE) {
            from.getDirectDependenciesFromSelf().stream().map(dependency -> dependency.getTargetClass())
                    .filter(to -> to.getPackageName().startsWith("kilnward.core."))
                    .forEach(to -> assertTrue(rank(to) <= rank(from), from.getName() + " must not know " + to.getName()));
        }
    }

    @Test
    void thereAreNoCycles() {
        slices().matching("kilnward.core.(**)").should().beFreeOfCycles().check(CORE);
    }

    @Test
    void theCoreKnowsNoFramework() {
        for (JavaClass from : CORE) {
            from.getDirectDependenciesFromSelf().forEach(dependency -> {
                String target = dependency.getTargetClass().getBaseComponentType().getPackageName();
                assertTrue(target.isEmpty() || target.startsWith("java.") || target.startsWith("kilnward.core")
                        || target.startsWith("org.hipparchus"), from.getName() + " must not know " + target);
                assertTrue(!target.startsWith("java.io") && !target.startsWith("java.nio.file")
                        && !target.startsWith("java.net")
                        || target.equals("java.io") && isSerializable(dependency
                                .getTargetClass()),
                        from.getName() + " must not do I/O: " + dependency.getTargetClass());
            });
        }
    }

    private static boolean isSerializable(JavaClass target) {
        return target.getName().equals("java.io.Serializable");
    }

    private static int rank(JavaClass type) {
        int rank = ORDER.indexOf(type.getPackageName().substring("kilnward.core.".length()));
        assertTrue(rank >= 0, type.getPackageName() + " is not in the order");
        return rank;
    }
}
