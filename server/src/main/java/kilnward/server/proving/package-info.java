/** Real runs of a box before living things go in: begun, read, judged against the rehearsal, passed or not. */
package kilnward.server.proving;
