/** Profiles of devices: those that ship, and the site's own. */
package kilnward.server.profile;
