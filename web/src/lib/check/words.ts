/** The words of a check. */
import { type DisplayUnit, airOf, differenceSign, unitSign } from '../held'
import type { CheckView, HistoryView, RowDoubt } from '../api/types'
import { fixed } from '../units'

export type Phase = CheckView['phase']
export type Slip = NonNullable<CheckView['slip']>

/** A level as the device shows it. */
export const shown = (value: number, unit: DisplayUnit, digits = 1) => `${fixed(value, digits)} ${unitSign(unit)}`

/** A difference in the device's own unit: K for °C, points for humidity, ppm. */
export const apart = (value: number, unit: DisplayUnit, digits = airOf(unit)?.digits ?? 2) => `${fixed(value, digits)} ${differenceSign(unit, value)}`

/** An offset as it is keyed in, with its sign. */
export const offset = (value: number, digits: number) => (value > 0 ? '+' : '') + fixed(value, digits)

export const PHASES: Record<Phase, { step: number; title: string; mark: 'act' | 'mind' | 'well' | 'none' }> = {
  PREPARE: { step: 0, title: 'Place the reference', mark: 'none' },
  WAIT: { step: 1, title: 'Wait until it stands still', mark: 'none' },
  KEY_IN: { step: 2, title: 'Key the new offset in', mark: 'mind' },
  VERIFY: { step: 3, title: 'Wait again, and look whether it held', mark: 'none' },
  RIGHT: { step: 4, title: 'Display and reference agree', mark: 'well' },
  STILL_OFF: { step: 3, title: 'The display is still off', mark: 'act' },
  REPLACE_PROBE: { step: 2, title: 'Replace the probe', mark: 'act' },
  PLACED: { step: 4, title: 'The difference is known', mark: 'well' },
}

export const STEPS = ['Place', 'Wait', 'Key in', 'Prove', 'Done'] as const

export const SLIPS: Record<Slip, string> = {
  OLD_OFFSET_FORGOTTEN: 'this looks as if the old offset was forgotten: only the new difference was keyed in. The new offset is the old one and the difference together.',
  WRONG_SIGN: 'this looks like the wrong sign: a display that shows too much takes an offset below the old one, one that shows too little an offset above.',
  NOT_KEPT: 'it shows just what it showed before, so the offset was probably not saved. Key it in again and do what your controller wants for keeping it.',
  REFERENCE_AS_SET_VALUE: 'this looks as if what the reference read was keyed in as the set value, and the offset left alone. Put the set value back, then key in the offset.',
  OTHER: 'it is none of the usual slips. Read the offset back from the device.',
}

export const DUE: Record<HistoryView['due']['why'], string> = {
  NEVER_CHECKED: 'It was never checked against a reference.',
  SEASON: 'A new season has begun since the last one.',
  AGE: 'Temperature once a year, humidity every 3 to 6 months.',
  DRIFT: 'By its drift the error passes what the target range can bear.',
}

/** What is asked about a row, and what it is to be called. */
export function question(doubt: RowDoubt, unit: DisplayUnit): string {
  const name = doubt.field === 'display' ? 'The display' : doubt.field.replace('references.', '')
  switch (doubt.kind) {
    case 'OTHER_UNIT':
      return unit === 'RH'
        ? `${name}: ${fixed(doubt.given, 2)} looks like a share, not per cent. Was it ${fixed(doubt.meant ?? 0, 0)} %RH?`
        : `${name}: ${fixed(doubt.given, 1)} looks like °${unit === 'F' ? 'C' : 'F'}. Was it ${fixed(doubt.meant ?? 0, 1)} °${unit}?`
    case 'JUMP':
      return `${name}: ${fixed(doubt.given, 1)} is a jump that a closed box cannot make. Is it meant so?`
    case 'TWICE':
      return 'The same row was written down a moment ago. Is this another one?'
  }
}

/** How long until a moment, for a countdown. */
export function until(iso: string, now: number): string {
  const seconds = Math.max(0, Math.ceil((Date.parse(iso) - now) / 1000))
  const minutes = Math.floor(seconds / 60)
  return minutes >= 60 ? `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')} min` : `${minutes}:${String(seconds % 60).padStart(2, '0')} min`
}
