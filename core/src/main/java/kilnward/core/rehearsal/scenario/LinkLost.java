package kilnward.core.rehearsal.scenario;

/** What outputs do when they lose their head unit. */
public enum LinkLost {
    OFF,
    ON,
    STAYS
}
