/**
 * What stands at the door: how much is taken in, what text, numbers and times may be, how much is worked on at once, and for how long. Every limit and its
 * reason stands in {@link kilnward.server.wire.door.Limits}.
 */
package kilnward.server.wire.door;
