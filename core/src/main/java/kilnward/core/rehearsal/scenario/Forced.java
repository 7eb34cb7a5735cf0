package kilnward.core.rehearsal.scenario;

/** A contact that is closed or open whatever is commanded, for a while or for good; what is forced on gives all it has. */
record Forced(Chain.Relay sound, double fromS, double untilS, boolean on) implements Chain.Relay {
    private boolean isForced(double timeS) {
        return timeS >= fromS && timeS < untilS;
    }

    @Override
    public boolean conducts(boolean commanded, double timeS) {
        return isForced(timeS) ? on : sound.conducts(commanded, timeS);
    }

    @Override
    public double level(double wanted, double timeS) {
        return isForced(timeS) ? 1 : sound.level(wanted, timeS);
    }
}
