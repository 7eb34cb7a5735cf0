/**
 * Everything that is worked out on request: rehearsals, faults, proposals and the stateless calculations, each in {@code Computing}'s
 * own threads and within its limits.
 */
package kilnward.server.compute;
