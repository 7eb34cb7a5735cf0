/** Instants as people at the site read them: in its own time zone. */
import { session } from './session.svelte'

const STYLES = {
  /** 25 Nov, 14:30 */
  minute: { day: 'numeric', month: 'short', hour: '2-digit', minute: '2-digit' },
  /** 25 Nov 2026 */
  day: { day: 'numeric', month: 'short', year: 'numeric' },
  /** 25 November 2026 */
  longDay: { dateStyle: 'long' },
  /** 25 Nov 2026, 14:30 */
  moment: { dateStyle: 'medium', timeStyle: 'short' },
  /** 25 November 2026 at 14:30 */
  longMoment: { dateStyle: 'long', timeStyle: 'short' },
  /** Wednesday 25 November at 14:30 */
  now: { weekday: 'long', day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' },
} satisfies Record<string, Intl.DateTimeFormatOptions>

export function when(at: string | number | Date, style: keyof typeof STYLES): string {
  return new Intl.DateTimeFormat('en-GB', { ...STYLES[style], timeZone: session.site?.timeZone ?? 'UTC' }).format(new Date(at))
}
