package kilnward.server;

import static org.junit.jupiter.api.Assertions.assertEquals;
import static org.junit.jupiter.api.Assertions.assertTrue;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import jakarta.validation.ConstraintViolation;
import jakarta.validation.Validation;
import jakarta.validation.Validator;
import java.lang.annotation.Annotation;
import java.lang.reflect.AnnotatedParameterizedType;
import java.lang.reflect.AnnotatedType;
import java.lang.reflect.Method;
import java.lang.reflect.Parameter;
import java.lang.reflect.ParameterizedType;
import java.lang.reflect.RecordComponent;
import java.lang.reflect.Type;
import java.lang.reflect.WildcardType;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import kilnward.core.finding.Bounds;
import kilnward.core.probe.ProbePlace;
import kilnward.server.plan.ChamberPlan.SunPlan;
import kilnward.server.wire.problem.BoundsOf;
import kilnward.server.wire.problem.Within;
import org.junit.jupiter.api.Test;
import org.springframework.web.bind.annotation.RequestBody;

/** Bounds stand once: at the core's record where there is one, else at the wire's, and no number comes in without. */
class BoundsOnceTest {
    /** What has bounds that depend on something else that is given: the core refuses it by itself. */
    private static final Set<String> BY_THE_CORE = Set.of("Doing.lastDay", "Expected.lastDay", "Expected.usualDay", "Graded.value", "GuideHarm.durationS",
            "KeyLimit.askedHigh", "KeyLimit.askedLow", "KeyLimit.refusedHigh", "KeyLimit.refusedLow", "KeysRequest.values", "LivingPlan.kg", "LivingPlan.pieces",
            "LivingRequest.kg", "LivingRequest.pieces", "NewLogEntry.amount", "NewLogEntry.humidityPct", "NewLogEntry.pieces", "NewLogEntry.temperatureC", "Point.co2Gh",
            "Point.heatW", "Point.waterGh", "Range.high", "Range.low", "ReadBackRequest.before", "ReadBackRequest.wanted", "TakenController.values", "WantedLoss.endDay",
            "WantedLoss.highPct", "WantedLoss.lowPct");
    /** What is only held against what is in force, or begins a row of chances: any number will do. */
    private static final Set<String> ANY = Set.of("BatchChange.version", "ChamberChange.version", "ChangeOver.version", "GuideChange.version", "NewKeying.number",
            "SpreadRequest.seed", "TakeOver.version", "TakeOverRequest.version", "TakenController.basedOn");

    @Test
    void everyNumberThatComesInHasBounds() {
        Set<String> free = new TreeSet<>();
        Set<Class<?>> seen = new HashSet<>();
        JavaClasses server = new ClassFileImporter().withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS).importPackages("kilnward.server");
        server.forEach(each -> {
            for (Method method : each.reflect().getDeclaredMethods()) {
                for (Parameter parameter : method.getParameters()) {
                    if (parameter.isAnnotationPresent(RequestBody.class)) {
                        look(parameter.getParameterizedType(), seen, free);
                    }
                }
            }
        });
        assertTrue(seen.size() > 60, "only " + seen.size() + " records were looked at");
        Set<String> known = new TreeSet<>(BY_THE_CORE);
        known.addAll(ANY);
        assertEquals(known, free);
    }

    private static void look(Type type, Set<Class<?>> seen, Set<String> free) {
        if (type instanceof ParameterizedType of) {
            Arrays.stream(of.getActualTypeArguments()).forEach(each -> look(each, seen, free));
        } else if (type instanceof WildcardType any) {
            look(any.getUpperBounds()[0], seen, free);
        } else if (type instanceof Class<?> plain && plain.getName().startsWith("kilnward.") && seen.add(plain)) {
            if (plain.isSealed()) {
                Arrays.stream(plain.getPermittedSubclasses()).forEach(each -> look(each, seen, free));
            }
            if (plain.isRecord()) {
                for (RecordComponent component : plain.getRecordComponents()) {
                    look(component.getGenericType(), seen, free);
                    if (isFree(plain, component)) {
                        free.add(plain.getSimpleName() + "." + component.getName());
                    }
                }
            }
        }
    }

    private static boolean isFree(Class<?> record, RecordComponent component) {
        boolean bounded = Bounds.of(record).containsKey(component.getName()) || BoundsOf.Check.of(record).containsKey(component.getName());
        return !bounded && numbers(component.getAnnotatedType(), component.getAccessor().getAnnotations()).contains(false);
    }

    /** Whether each number in a type, itself or in a list or a map, has bounds. */
    private static List<Boolean> numbers(AnnotatedType type, Annotation[] around) {
        List<Boolean> found = new ArrayList<>();
        Class<?> plain = type.getType() instanceof Class<?> known ? known : null;
        if (plain != null && (Number.class.isAssignableFrom(plain) || plain == double.class || plain == int.class || plain == long.class)) {
            found.add(type.isAnnotationPresent(Within.class) || Arrays.stream(around).anyMatch(Within.class::isInstance));
        }
        if (type instanceof AnnotatedParameterizedType of) {
            Arrays.stream(of.getAnnotatedActualTypeArguments()).forEach(each -> found.addAll(numbers(each, new Annotation[0])));
        }
        return found;
    }

    @Test
    void theWiresBoundsAreTheCores() {
        try (var factory = Validation.buildDefaultValidatorFactory()) {
            Validator validator = factory.getValidator();
            assertEquals(Set.of(), validator.validate(new SunPlan(1400.0, 0.0, 24.0)));
            Set<ConstraintViolation<SunPlan>> refused = validator.validate(new SunPlan(1400.1, Double.NaN, null));
            assertEquals(Set.of("peakWm2 must be from 0 to 1400 W/m²", "riseHour must be from 0 to 24 h", "setHour must not be null"),
                    refused.stream().map(each -> each.getPropertyPath() + " " + each.getMessage()).collect(Collectors.toSet()));
        }
        assertEquals(new Bounds(1, 7200, "s"), Bounds.of(ProbePlace.class, "lagS"));
    }
}
