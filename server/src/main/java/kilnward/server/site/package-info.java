/** The places with chambers. */
package kilnward.server.site;
