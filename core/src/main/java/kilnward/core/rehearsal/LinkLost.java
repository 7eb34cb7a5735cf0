package kilnward.core.rehearsal;

/** What outputs do when they lose their head unit. */
public enum LinkLost {
    OFF,
    ON,
    STAYS
}
