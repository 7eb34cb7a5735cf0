/** Readings as they come, to whoever watches. */
package kilnward.server.stream;
