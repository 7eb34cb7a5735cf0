/**
 * What is to be done on which day. A {@link kilnward.core.plan.Schedule} lays a school's stages and doings over the calendar of a place, moved by what really happened
 * ({@link kilnward.core.plan.Batch}); {@link kilnward.core.plan.Conflict} finds stages that cannot share a chamber; {@link kilnward.core.plan.Upkeep} says what the
 * chamber itself asks for; {@link kilnward.core.plan.Capacity} follows what is started every week through the places there are, on means, and
 * {@link kilnward.core.plan.CapacitySpread} one by one with loss and ready days drawn from a seed.
 *
 * <p>A day is a day by the calendar of the place: the hour stays when clocks change. A part of a day is counted in hours.
 */
package kilnward.core.plan;
