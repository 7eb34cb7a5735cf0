/** Osier End, one file a chamber, loaded once into an empty database. */
package kilnward.server.demo;
