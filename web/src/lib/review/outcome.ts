/** What came of batches, in words. */
import type { OutcomesView } from '../api/types'
import { fixed } from '../units'

type OutcomeView = OutcomesView['batches'][number]
type Share = NonNullable<OutcomeView['ofSet']>

const percent = (share: number) => fixed(100 * share, 0)

/** A share with between what it may truly be: of few nobody knows much. */
export const among = (of: Share) => `${percent(of.share)} % (${percent(of.low)} to ${percent(of.high)})`

export function besides(beside: NonNullable<OutcomeView['besideBest']>): string {
  switch (beside) {
    case 'CHANCE':
      return 'may be chance beside the best'
    case 'FEWER':
      return 'fewer than the best, beyond chance'
    case 'MORE':
      return 'more than the best, beyond chance'
  }
}

export const listed = (names: string[]) => (names.length < 2 ? names.join() : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`)
