/** The store of readings: written in groups, exact whatever comes when and how often, and forgetting nothing that nobody asked it to forget. */
package kilnward.server.reading;
