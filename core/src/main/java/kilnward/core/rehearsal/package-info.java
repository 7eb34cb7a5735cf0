/**
 * The one simulator. A {@link kilnward.core.rehearsal.Rehearsal} drives a chamber with its probes and controllers through a
 * {@link kilnward.core.rehearsal.scenario.Scenario}.
 *
 * <p>One simulated step is a chain of replaceable parts, each with its own state: true value → probe → sensor error → offset
 * and rounding → law → timers → output mode → relay → appliance's own thermostat → watts. A
 * {@link kilnward.core.rehearsal.scenario.Fault} replaces parts of that chain and does nothing else.
 *
 * <p>Temperatures advance by the exact step of a linear network ({@link kilnward.core.chamber.model.LinearStep}); controllers look
 * at their own interval and actuators hold in between. What is reported ({@link kilnward.core.rehearsal.outcome.Trace}) has a cadence
 * of its own. Same input, same trace to the last bit: no clock, no random numbers, no platform mathematics.
 */
package kilnward.core.rehearsal;
