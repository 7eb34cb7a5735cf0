/**
 * The chamber and its thermal model.
 *
 * <p>A {@link kilnward.core.chamber.Chamber} is what a keeper can measure: inside size, walls as layers with openings, air
 * changes, contents, appliances, the room. {@link kilnward.core.chamber.model.ThermalModel} turns it into nodes (each heater
 * element, air, contents, shell) joined by conductances. {@link kilnward.core.chamber.model.LinearStep} advances such a network by
 * a fixed time step exactly, for inputs held over the step, and {@link kilnward.core.chamber.model.SteadyState} finds where it ends
 * up. {@link kilnward.core.chamber.model.QuickHeatLoss} is the estimate on the back of an envelope.
 *
 * <table>
 * <caption>Who answers what</caption>
 * <tr><td>how much heat is needed, where a stuck-on heater ends</td><td>{@code SteadyState}</td></tr>
 * <tr><td>what happens from second to second</td><td>{@code LinearStep}, driven by {@code rehearsal}</td></tr>
 * <tr><td>what a bare foam box loses</td><td>{@code QuickHeatLoss}</td></tr>
 * </table>
 */
package kilnward.core.chamber;
