/** What was measured, looked back on: figures of a log, what they show, and what to change. */
package kilnward.server.review;
