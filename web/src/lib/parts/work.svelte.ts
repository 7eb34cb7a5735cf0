/** What a page asks of the server: whether it is under way, what went wrong, what it said when it was done. */
import { Problem } from '../api/client'

export class Work {
  trouble = $state.raw<Problem | null>(null)
  busy = $state(false)
  /** What was said of the last that was done. */
  said = $state('')

  /** Runs it; what the server refuses is kept to be shown, and nothing that was typed is lost. Whatever else fails is a defect, and thrown. */
  async run(work: () => Promise<unknown>, done = ''): Promise<boolean> {
    this.busy = true
    this.said = ''
    try {
      await work()
      this.trouble = null
      this.said = done
      return true
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
      return false
    } finally {
      this.busy = false
    }
  }

  /** What is wrong with a field, where that is told beside it. */
  at(field: string): string | null {
    return this.trouble?.errors.find((each) => each.field === field)?.allowed ?? null
  }
}
