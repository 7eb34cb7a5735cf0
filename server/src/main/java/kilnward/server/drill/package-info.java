/** Drills: a hidden fault, what somebody says of it, and whether that was right. */
package kilnward.server.drill;
