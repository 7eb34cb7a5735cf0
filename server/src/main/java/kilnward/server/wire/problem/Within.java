package kilnward.server.wire.problem;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import kilnward.core.finding.Bounds;

/**
 * A number within bounds, bounds included; refuses NaN and infinities. An absent value is another check's business. Either the wire's own bounds, or with
 * {@link #of} those that a type of the core says of a field that has another name there.
 */
@Target({ElementType.FIELD, ElementType.METHOD, ElementType.PARAMETER, ElementType.TYPE_USE})
@Retention(RetentionPolicy.RUNTIME)
@Constraint(validatedBy = Within.Check.class)
public @interface Within {
    double min() default Double.NaN;

    double max() default Double.NaN;

    String unit() default "";

    /** The type of the core whose bounds these are; {@code void} for the wire's own. */
    Class<?> of() default void.class;

    /** Its field. */
    String field() default "";

    String message() default "";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** The check itself. */
    class Check implements ConstraintValidator<Within, Number> {
        private Bounds bounds;

        /** What an annotation says. */
        public static Bounds of(Within within) {
            return within.of() == void.class ? new Bounds(within.min(), within.max(), within.unit()) : Bounds.of(within.of(), within.field());
        }

        @Override
        public void initialize(Within within) {
            bounds = of(within);
        }

        @Override
        public boolean isValid(Number number, ConstraintValidatorContext context) {
            if (number == null || bounds.hold(number.doubleValue())) {
                return true;
            }
            context.disableDefaultConstraintViolation();
            context.buildConstraintViolationWithTemplate(bounds.allowed()).addConstraintViolation();
            return false;
        }
    }
}
