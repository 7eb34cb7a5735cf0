/** Work on tasks and batches that tells what was refused and loses nothing. */
import { Problem } from '../api/client'

export class Work {
  trouble = $state.raw<Problem | null>(null)
  busy = $state(false)

  async run(work: () => Promise<void>): Promise<boolean> {
    this.busy = true
    try {
      await work()
      this.trouble = null
      return true
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.trouble = failed
      return false
    } finally {
      this.busy = false
    }
  }

  at(field: string): string | null {
    return this.trouble?.errors.find((each) => each.field === field)?.allowed ?? null
  }
}
