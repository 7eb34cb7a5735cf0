/** Who is looking, and what they may do. */
package kilnward.server.people;
