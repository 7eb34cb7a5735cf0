package kilnward.server;

import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.util.List;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** The server's rooms: each knows only those before it, and nobody reaches into another's tables. */
class RoomsTest {
    private static final List<String> ORDER = List.of("wire", "store", "people", "audit", "site", "account", "plan", "guide", "profile", "begin", "compute", "settings", "check",
            "eggs",
            "drill",
            "series", "reading", "ingest", "imports", "stream", "notification", "rule", "alarm", "proving", "calendar", "log", "review", "training", "evidence", "ward",
            "backup", "demo");
    private static final JavaClasses SERVER = new ClassFileImporter().withImportOption(new ImportOption.DoNotIncludeTests()).importPackages("kilnward.server");

    @Test
    void roomsDependOnlyOnThoseBeforeThem() {
        TreeSet<String> wrong = new TreeSet<>();
        for (JavaClass from : SERVER) {
            from.getDirectDependenciesFromSelf().stream().map(dependency -> dependency.getTargetClass().getBaseComponentType())
                    .filter(to -> to.getPackageName().startsWith("kilnward.server.") && !from.getPackageName().equals("kilnward.server") && rank(to) > rank(from))
                    .forEach(to -> wrong.add(from.getName() + " must not know " + to.getName()));
        }
        assertEquals(new TreeSet<>(), wrong);
    }

    @Test
    void thereAreNoCyclesAmongRoomsNorWithinThem() {
        slices().matching("kilnward.server.(*)..").should().beFreeOfCycles().check(SERVER);
        slices().matching("kilnward.server.(**)").should().beFreeOfCycles().check(SERVER);
    }

    /** The demo writes the past of several rooms, with the time of then. */
    @Test
    void nobodyReachesIntoAnothersTables() {
        TreeSet<String> wrong = new TreeSet<>();
        for (JavaClass from : SERVER) {
            from.getDirectDependenciesFromSelf().stream().map(dependency -> dependency.getTargetClass().getBaseComponentType())
                    .filter(to -> to.getName().matches("kilnward\\.server\\..*(Entity|Repository)") && !room(to).equals("store") && !room(to).equals(room(from))
                            && !room(from).equals("demo"))
                    .forEach(to -> wrong.add(from.getName() + " reaches into " + to.getName()));
        }
        assertEquals(new TreeSet<>(), wrong);
    }

    private static String room(JavaClass type) {
        return type.getPackageName().equals("kilnward.server") ? "" : type.getPackageName().substring("kilnward.server.".length()).split("\\.")[0];
    }

    private static int rank(JavaClass type) {
        int rank = ORDER.indexOf(room(type));
        assertTrue(rank >= 0, type.getName() + " is in no room of the order");
        return rank;
    }
}
