import { api, Problem, dataOf } from '../api/client'
import type { ChamberDueView } from '../api/types'

/** What wants a check; nothing where that cannot be asked just now: a page must stand without it. */
export async function dueChecks(): Promise<ChamberDueView[]> {
  try {
    return await dataOf(api.get('/checks/due'))
  } catch (failed) {
    if (!(failed instanceof Problem)) throw failed
    return []
  }
}
