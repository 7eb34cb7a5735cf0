/** One question at a time that stands before the page: {@link Ask} shows it, whoever asked waits for the answer. */

export interface Question {
  /** What happens, as a question: "Remove Reedbox?" */
  title: string
  /** What follows from it. @default nothing */
  says?: string
  /** What the button does: verb and object. */
  act: string
  /** What is asked for besides; null where yes or no is all. @default null */
  field?: Field | null
}

export interface Field {
  label: string
  /** A line of text, several, or a date and a time by the site's clock ("2026-03-20T18:00"). */
  kind: 'line' | 'lines' | 'moment'
  /** What stands in it at first. */
  value: string
  /** Whether it must be given. */
  needed: boolean
  /** Most characters. @default 500 */
  most?: number
}

class Asking {
  question = $state.raw<Question | null>(null)
  #answer: (given: string | null) => void = () => undefined

  /** What was given, without spaces around it, or null for no. A question that another overtakes is answered with no. */
  ask(question: Question): Promise<string | null> {
    this.#answer(null)
    this.question = question
    return new Promise((answer) => (this.#answer = answer))
  }

  answer(given: string | null) {
    this.question = null
    this.#answer(given?.trim() ?? null)
    this.#answer = () => undefined
  }
}

export const asking = new Asking()

/** Whether somebody says yes to it. */
export const confirmed = async (title: string, says: string, act: string) => (await asking.ask({ title, says, act })) !== null

/** What somebody gives, or null where they rather not. */
export const asked = (title: string, act: string, field: Field, says = '') => asking.ask({ title, says, act, field })
