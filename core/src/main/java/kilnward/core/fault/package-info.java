/**
 * What each single fault would do to a chamber as planned. {@code FaultBook} lists the faults that can befall it, {@code FaultTable}
 * rehearses them with and without the second layers, {@code SecondLayer} is what could be added, {@code Sureness} asks how sure the
 * verdicts are. There is no model here but the simulator's.
 */
package kilnward.core.fault;
