/**
 * What is simulated and what it goes through: the {@link kilnward.core.rehearsal.scenario.Rig} with its probes and controllers, the
 * {@link kilnward.core.rehearsal.scenario.Scenario} of room, openings and faults. A {@link kilnward.core.rehearsal.scenario.Fault} is one record that overrides the one
 * part of the {@link kilnward.core.rehearsal.scenario.Chain} that it spoils.
 */
package kilnward.core.rehearsal.scenario;
