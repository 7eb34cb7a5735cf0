package kilnward.server.wire.problem;

import jakarta.validation.Constraint;
import jakarta.validation.ConstraintValidator;
import jakarta.validation.ConstraintValidatorContext;
import jakarta.validation.Payload;
import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;
import kilnward.core.finding.Require;

/** A number within bounds, bounds included; refuses NaN and infinities. An absent value is another check's business. */
@Target({ElementType.FIELD, ElementType.METHOD, ElementType.PARAMETER, ElementType.TYPE_USE})
@Retention(RetentionPolicy.RUNTIME)
@Constraint(validatedBy = Within.Check.class)
public @interface Within {
    double min();

    double max();

    String unit() default "";

    String message() default "";

    Class<?>[] groups() default {};

    Class<? extends Payload>[] payload() default {};

    /** The check itself. */
    class Check implements ConstraintValidator<Within, Number> {
        private double min;
        private double max;
        private String unit;

        @Override
        public void initialize(Within within) {
            min = within.min();
            max = within.max();
            unit = within.unit();
        }

        @Override
        public boolean isValid(Number number, ConstraintValidatorContext context) {
            if (number == null || number.doubleValue() >= min && number.doubleValue() <= max) {
                return true;
            }
            context.disableDefaultConstraintViolation();
            context.buildConstraintViolationWithTemplate("must be from " + Require.plain(min) + " to "
                    + Require.plain(max) + (unit.isEmpty() ? "" : " " + unit)).addConstraintViolation();
            return false;
        }
    }
}
