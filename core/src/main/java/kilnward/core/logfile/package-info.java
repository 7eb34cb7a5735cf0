/**
 * Files of any logger. {@link kilnward.core.logfile.ShapeGuess} looks at the first rows and says how a file is made up, why it thinks so, and what it cannot know;
 * {@link kilnward.core.logfile.LogShape} is what somebody confirms; {@link kilnward.core.logfile.RowReader} reads row by row what it says.
 *
 * <p>Cells come in as text, however they were parted. Nothing in a cell is ever worked out: what begins with {@code =} is no number.
 */
package kilnward.core.logfile;
