/**
 * From a reference beside the probe to the offset to key in. Sensor error (reference beside the probe) and placement
 * difference (reference at the occupant) are never mixed; only the first becomes an offset by itself.
 */
package kilnward.core.calibration;
