/**
 * What is measured. A {@link kilnward.core.series.SeriesUnit} says what a series is kept in and what can be; {@link kilnward.core.series.Admission} decides whether a
 * reading is taken in or held back; {@link kilnward.core.series.Bucket} is what is kept of many readings, exact in whatever order they come;
 * {@link kilnward.core.series.Grid} lays a span out in buckets for a chart; {@link kilnward.core.series.Course} says what went on between readings;
 * {@link kilnward.core.series.Samples} are some of them in their order.
 *
 * <p>Values are kept as whole millionths of their unit, so that sums are exact and do not depend on the order in which readings arrive.
 */
package kilnward.core.series;
