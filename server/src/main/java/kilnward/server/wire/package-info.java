/** What all rooms share on the wire. */
package kilnward.server.wire;
