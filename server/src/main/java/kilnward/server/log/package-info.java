/** What was done and seen: entries that are never changed, lines as somebody says them, and one timeline of all. */
package kilnward.server.log;
