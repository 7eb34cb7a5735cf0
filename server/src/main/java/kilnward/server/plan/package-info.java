/**
 * The plan of a chamber as one document ({@code ChamberPlan}), how it is kept ({@code PlanDocuments}, {@code Parts}), and how it is read
 * into the core's own terms ({@code PlanReader}).
 */
package kilnward.server.plan;
