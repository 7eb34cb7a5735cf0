package kilnward.server.wire.problem;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import java.lang.reflect.Method;
import java.util.Arrays;
import java.util.HashMap;
import java.util.Map;
import kilnward.core.finding.Bounds;

/**
 * A record of the wire whose numbers have the bounds that types of the core say of fields of the same names; of two that say something the first counts. What
 * is absent is another check's business. Where the wire needs bounds of its own, {@link Within} says them.
 */
@Target(ElementType.TYPE)
@Retention(RetentionPolicy.RUNTIME)
@Constraint(validatedBy = BoundsOf.Check.class)
public @interface BoundsOf {
    Class<?>[] value();

    String message() default "";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** The check itself. */
    class Check implements ConstraintValidator<BoundsOf, Record> {
        /** Bounds by the accessors of one wire record. */
        private static final ClassValue<Map<Method, Bounds>> KNOWN = new ClassValue<>() {
            @Override
            protected Map<Method, Bounds> computeValue(Class<?> type) {
                Map<Method, Bounds> found = new HashMap<>();
                Map<String, Bounds> bounds = of(type);
                for (var component : type.getRecordComponents()) {
                    if (bounds.containsKey(component.getName())) {
                        component.getAccessor().setAccessible(true);
                        found.put(component.getAccessor(), bounds.get(component.getName()));
                    }
                }
                return Map.copyOf(found);
            }
        };

        /** The bounds of a wire record's numbers by their names; empty where it has none of the core's. */
        public static Map<String, Bounds> of(Class<?> wire) {
            Map<String, Bounds> found = new HashMap<>();
            BoundsOf says = wire.getAnnotation(BoundsOf.class);
            if (says != null) {
                Arrays.stream(says.value()).forEach(core -> Bounds.of(core).forEach(found::putIfAbsent));
            }
            return found;
        }

        @Override
        public boolean isValid(Record given, ConstraintValidatorContext context) {
            context.disableDefaultConstraintViolation();
            boolean valid = true;
            for (Map.Entry<Method, Bounds> field : KNOWN.get(given.getClass()).entrySet()) {
                if (valueOf(given, field.getKey()) instanceof Number number && !field.getValue().hold(number.doubleValue())) {
                    context.buildConstraintViolationWithTemplate(field.getValue().allowed()).addPropertyNode(field.getKey().getName()).addConstraintViolation();
                    valid = false;
                }
            }
            return valid;
        }

        private static Object valueOf(Record given, Method accessor) {
            try {
                return accessor.invoke(given);
            } catch (ReflectiveOperationException e) {
                throw new IllegalStateException(e);
            }
        }
    }
}
