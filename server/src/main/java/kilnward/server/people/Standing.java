package kilnward.server.people;

/** Whether somebody may still see what they began to watch. */
public interface Standing {
    /**
     * @param session in which they began; null for none
     * @return whether that session goes on, and they still belong to the site they looked at
     */
    boolean still(Person person, String session);
}
