package kilnward.core.finding;

/** A value that cannot be worked with. Says which field, what was given and what is allowed. */
public final class RefusedValueException extends IllegalArgumentException {
    private final String field;
    private final transient Object given;
    private final String allowed;

    /**
     * @param field   the field's name, with a path where it is nested ({@code walls[2].thicknessMm})
     * @param given   what was given
     * @param allowed what is allowed, as the end of a sentence ("must be …")
     */
    public RefusedValueException(String field, Object given, String allowed) {
        super(field + " " + allowed + ", not " + given);
        this.field = field;
        this.given = given;
        this.allowed = allowed;
    }

    public String field() {
        return field;
    }

    public Object given() {
        return given;
    }

    public String allowed() {
        return allowed;
    }
}
