package kilnward.server.people;

/** Who runs the whole installation, above all its sites. */
public interface Operators {
    /** Whether somebody is one of them. */
    boolean isOperator(Person person);
}
