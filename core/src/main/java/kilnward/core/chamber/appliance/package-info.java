/**
 * What acts in a chamber: one record a kind of {@link kilnward.core.chamber.appliance.Appliance}, each with its ratings, and what it does to which
 * quantity ({@link kilnward.core.chamber.appliance.Effect}). What it gives at a moment is the simulator's.
 */
package kilnward.core.chamber.appliance;
