/** Alarms: looked after from readings, told, acknowledged, explained; and what becomes of an alarm, worked out from readings and acts alone. */
package kilnward.server.alarm;
