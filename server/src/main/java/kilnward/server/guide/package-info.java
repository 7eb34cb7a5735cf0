/** Guides of occupants: those that ship, and the site's own. */
package kilnward.server.guide;
