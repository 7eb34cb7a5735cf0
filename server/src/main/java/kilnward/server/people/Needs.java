package kilnward.server.people;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** The least that somebody must be, at the site that they are looking at, to reach an endpoint. An endpoint that says neither this nor {@link Open} keeps the server from starting. */
@Target(ElementType.METHOD)
@Retention(RetentionPolicy.RUNTIME)
public @interface Needs {
    /** Which level. */
    Role value();

    /** Whether it is of the whole installation: no site's owner is enough, it wants one of those who run it. In the demo that is the owner. */
    boolean byOperator() default false;

    /** Whether it is about themselves, so that it is enough to have an account: no level at any site is asked for, and who only picked a role in the demo has none. */
    boolean ofAccount() default false;
}
