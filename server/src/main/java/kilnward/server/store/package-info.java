/** What everything that is kept shares: an identifier that any node can make, a document of a site's own, and the log of who changed what. */
package kilnward.server.store;
