/** What is typed and not saved, kept through a reload in this browser. */
import type { ChamberPlan, ChamberView, Keyed } from '../api/types'

export interface KeptDraft {
  view: ChamberView
  plan: ChamberPlan
  keyed: Keyed
}

/** The number changes whenever what is kept could no longer be read. */
const placeOf = (chamberId: string) => `kiln-draft-7-${chamberId}`

/** Keeps a draft, or forgets it where there is none. */
export function keepDraft(chamberId: string, draft: KeptDraft | null) {
  try {
    if (draft) localStorage.setItem(placeOf(chamberId), JSON.stringify(draft))
    else localStorage.removeItem(placeOf(chamberId))
  } catch {
    // A browser that keeps nothing still works; a reload then loses what is not saved.
  }
}

export function keptDraft(chamberId: string): KeptDraft | null {
  try {
    const draft = JSON.parse(localStorage.getItem(placeOf(chamberId)) ?? 'null') as KeptDraft | null
    return draft?.plan && draft.keyed && draft.view ? draft : null
  } catch {
    keepDraft(chamberId, null)
    return null
  }
}
