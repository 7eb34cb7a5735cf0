package kilnward.server.wire.problem;

import java.util.List;

/** Several fields refused at once. */
public class RefusedFieldsException extends RuntimeException {
    private static final long serialVersionUID = 1L;
    private final transient List<FieldProblem> problems;

    public RefusedFieldsException(List<FieldProblem> problems) {
        super(problems.get(0).field() + " " + problems.get(0).allowed());
        this.problems = List.copyOf(problems);
    }

    public List<FieldProblem> problems() {
        return problems;
    }
}
