/** The trainer: exercises posed and judged by the core's simulator, and what each person answered. It touches no chamber, so that a class can run on one server. */
package kilnward.server.training;
