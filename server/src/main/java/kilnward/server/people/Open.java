package kilnward.server.people;

import java.lang.annotation.ElementType;
import java.lang.annotation.Retention;
import java.lang.annotation.RetentionPolicy;
import java.lang.annotation.Target;

/** An endpoint that asks for no session: a calculation that reads nothing of the record, or one whose caller shows a secret of its own. */
@Target({ElementType.TYPE, ElementType.METHOD})
@Retention(RetentionPolicy.RUNTIME)
public @interface Open {
}
