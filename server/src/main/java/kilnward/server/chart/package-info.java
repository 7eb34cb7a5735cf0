/** Readings as charts, of any span, and as files. */
package kilnward.server.chart;
