/** Alarms over what is measured. */
package kilnward.server.live.alarm;
