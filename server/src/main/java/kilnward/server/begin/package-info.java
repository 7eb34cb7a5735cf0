/** What a new chamber begins with: builds that ship, one file each, and the bare start. */
package kilnward.server.begin;
