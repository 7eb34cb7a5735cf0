/** All chambers at a glance: who needs somebody now. */
package kilnward.server.ward;
