/** Rules that may raise alarms: proposed from the plan, tried before they are armed, followed when the plan changes. */
package kilnward.server.rule;
