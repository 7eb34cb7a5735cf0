package kilnward.core.finding;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/**
 * The bounds of a number, both included, at the component that holds it. They stand here once: {@link Bounds} gives them to the check in the constructor, to
 * what the server takes, and to its API's description.
 */
@Target({ElementType.RECORD_COMPONENT, ElementType.METHOD})
@Retention(RetentionPolicy.RUNTIME)
public @interface Bounded {
    /** The lowest value, in {@link #unit}. */
    double min();

    /** The highest value, in {@link #unit}. */
    double max();

    /** Unit; empty where there is none. */
    String unit() default "";
}
