package kilnward.server.profile;

import kilnward.server.plan.ChamberPlan.ProfilePlan;

/**
 * A controller's profile to be shared.
 *
 * @param id      stable name, in kebab case
 * @param name    what it is called
 * @param about   what it is for, in a sentence; may be empty
 * @param profile its own parameter table
 */
public record ProfileDocument(String id, String name, String about, ProfilePlan profile) {
}
