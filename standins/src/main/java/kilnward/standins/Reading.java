package kilnward.standins;

import java.time.Instant;

/**
 * A reading as a device has it.
 *
 * @param series id of its series
 * @param at     by the device's own clock
 */
record Reading(String series, Instant at, double value) {
}
