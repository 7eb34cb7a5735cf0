/**
 * What came of a simulated run: {@link kilnward.core.rehearsal.outcome.Trace} and {@link kilnward.core.rehearsal.outcome.Metrics},
 * {@link kilnward.core.rehearsal.outcome.Event events}, and the {@link kilnward.core.rehearsal.outcome.Verdict} on a fault for who looks when
 * ({@link kilnward.core.rehearsal.outcome.Attendance}).
 */
package kilnward.core.rehearsal.outcome;
