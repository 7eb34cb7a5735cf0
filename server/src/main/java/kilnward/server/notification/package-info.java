/** Telling people: ways to reach them, an outbox in the database, mail and web hooks, and a sign of life for an outside address. */
package kilnward.server.notification;
