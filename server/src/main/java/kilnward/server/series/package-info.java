/** Devices with their tokens, and series: who sends what of which chamber. */
package kilnward.server.series;
