/**
 * What is planned together: a chamber, its probes, appliances and controllers with what is keyed in, as one
 * {@link kilnward.core.setup.Setup}; what hangs on which supply, and what size of heater the box asks for.
 */
package kilnward.core.setup;
