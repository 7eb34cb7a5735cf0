/** What is written down about a chamber: kinds of entry with what belongs to each, lines as somebody says them, and what cannot be. */
package kilnward.core.logbook;
