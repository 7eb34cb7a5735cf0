/** For whoever asks what the climate was, or takes a chamber elsewhere: a report over a span, and all of a chamber as a document, out and in. */
package kilnward.server.evidence;
