/**
 * The physics of a chamber. {@link kilnward.core.chamber.model.ThermalModel} turns it into nodes joined by conductances;
 * {@link kilnward.core.chamber.model.LinearStep} advances them exactly, {@link kilnward.core.chamber.model.SteadyState} finds where they end up,
 * {@link kilnward.core.chamber.model.Moisture} and {@link kilnward.core.chamber.model.CarbonDioxide} follow what the air holds, and
 * {@link kilnward.core.chamber.model.QuickHeatLoss} is the estimate on the back of an envelope.
 */
package kilnward.core.chamber.model;
