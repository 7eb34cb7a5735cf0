package kilnward.server.people;

/** What a person may do at a site, each including what stands before it. */
public enum Role {
    /** Look only. */
    VISITOR("somebody of the site"),
    /** Everyday values within what a lead fixed; notes, checks, alarms, tasks. */
    KEEPER("a keeper"),
    /** All settings, the chambers themselves, devices of one. */
    LEAD("a lead"),
    /** People, the site itself, backups. */
    OWNER("an owner");

    private final String words;

    Role(String words) {
        this.words = words;
    }

    /** Who that is, in words. */
    public String words() {
        return words;
    }
}
