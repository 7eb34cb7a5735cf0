/** What is to be done on which day: batches, their tasks and those of chambers, the calendar of all, feeds for people's own calendars, and what the places bear. */
package kilnward.server.calendar;
