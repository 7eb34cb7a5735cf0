/**
 * Probes: where one hangs, how slowly it follows, how far it is wrong, and what the display makes of it. Three temperatures
 * are never confused: at the occupant, at the probe, on the display (probe + sensor error + offset, rounded).
 */
package kilnward.core.probe;
