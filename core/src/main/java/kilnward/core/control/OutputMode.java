package kilnward.core.control;

/** The switch of an output: by its program, or by hand. */
public enum OutputMode {
    AUTO {
        @Override
        public boolean apply(boolean program) {
            return program;
        }
    },
    ON {
        @Override
        public boolean apply(boolean program) {
            return true;
        }
    },
    OFF {
        @Override
        public boolean apply(boolean program) {
            return false;
        }
    };

    /** What the output does when its program wants {@code program}. */
    public abstract boolean apply(boolean program);
}
