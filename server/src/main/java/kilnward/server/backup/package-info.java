/** Backups: made, verified by bringing them back, kept for a while; and made before another version changes the database. */
package kilnward.server.backup;
