/** Weighings of eggs. */
package kilnward.server.eggs;
