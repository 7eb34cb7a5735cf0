/** What each single fault would do, which second layer helps most, how sure that is, and drills. */
package kilnward.server.api.fault;
