package kilnward.core.rehearsal.scenario;

/** A relay, or a motor, that stays as it stood. */
final class Frozen implements Chain.Relay {
    private final Chain.Relay sound;
    private final double fromS;
    private boolean conducted;
    private double level = 1;

    Frozen(Chain.Relay sound, double fromS) {
        this.sound = sound;
        this.fromS = fromS;
    }

    @Override
    public boolean conducts(boolean commanded, double timeS) {
        if (timeS < fromS) {
            conducted = sound.conducts(commanded, timeS);
        }
        return conducted;
    }

    @Override
    public double level(double wanted, double timeS) {
        if (timeS < fromS) {
            level = wanted;
        }
        return level;
    }
}
