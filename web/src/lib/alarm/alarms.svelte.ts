/** All alarms that are open, wherever one is; heard and shown where somebody has allowed it. */
import { api, dataOf, Problem } from '../api/client'
import type { AlarmView, Notices } from '../api/types'
import { reach } from '../api/reach.svelte'
import { prefs } from '../prefs.svelte'
import { groupsOf, sentence } from './words'

/** Asked for so often though nothing was said of a change (ms). */
const EVERY_MS = 5_000
const TOGETHER_MS = 150
/** A sound is heard again after this while somebody is wanted (ms). */
const AGAIN_MS = 20_000

class OpenAlarms {
  list = $state.raw<AlarmView[]>([])
  /** How many rules are armed, by chamber: where there is none, no alarm can sound. */
  watched = $state.raw<Record<string, number>>({})
  /** Why alarms may not reach anybody. */
  notices = $state.raw<Notices>({ overdue: [], clockBehindS: null })
  /** Whether they have been fetched at all. */
  known = $state(false)
  /** Whether the last asking was answered. */
  reached = $state(true)
  readonly groups = $derived(groupsOf(this.list))
  readonly wanting = $derived(this.groups.filter((each) => each.wants))
  #timer: ReturnType<typeof setInterval> | undefined
  #soon: ReturnType<typeof setTimeout> | undefined
  #sound: AudioContext | null = null
  #soundedAt = 0
  #seen = new Set<string>()
  sounds = $state(false)

  start() {
    void this.refresh()
    this.#timer = setInterval(() => void this.refresh(), EVERY_MS)
  }

  stop() {
    clearInterval(this.#timer)
    clearTimeout(this.#soon)
  }

  /** Something was heard of an alarm. */
  soon() {
    clearTimeout(this.#soon)
    this.#soon = setTimeout(() => void this.refresh(), TOGETHER_MS)
  }

  async refresh() {
    try {
      const [list, watched, notices] = await Promise.all([dataOf(api.get('/alarms')), dataOf(api.get('/watched')), dataOf(api.get('/notices'))])
      this.notices = notices
      this.list = list
      this.watched = Object.fromEntries(watched.map((each) => [each.chamberId, each.rules]))
      this.known = true
      // What was kept of before is no watch: it is shown with its age, and nothing sounds.
      this.reached = reach.keptFrom === null
      if (this.reached) this.#tell()
    } catch (failed) {
      if (!(failed instanceof Problem)) throw failed
      this.reached = false
    }
  }

  of(chamberId: string) {
    return this.groups.filter((each) => each.leads.chamberId === chamberId)
  }

  /** A page may sound only after somebody has pressed something on it. */
  async allowSound() {
    this.#sound ??= new AudioContext()
    await this.#sound.resume()
    this.sounds = true
    this.#beep()
  }

  silence() {
    this.sounds = false
  }

  #tell() {
    const wanting = this.wanting.filter((each) => each.leads.told)
    const fresh = wanting.filter((each) => !this.#seen.has(`${each.leads.id}${each.leads.times}`))
    for (const each of fresh) {
      this.#seen.add(`${each.leads.id}${each.leads.times}`)
      if ('Notification' in window && Notification.permission === 'granted' && prefs.notify) {
        new Notification(`${each.leads.chamber}: ${each.leads.series}`, { body: sentence(each.leads, prefs.unit), tag: each.causeId })
      }
    }
    const loud = wanting.some((each) => each.leads.state === 'UNACKNOWLEDGED' && each.leads.urgency !== 'MIND')
    if (this.sounds && loud && (fresh.length > 0 || Date.now() - this.#soundedAt > AGAIN_MS)) this.#beep()
  }

  /** Two short tones, the second higher. */
  #beep() {
    if (!this.#sound) return
    this.#soundedAt = Date.now()
    for (const [at, hertz] of [
      [0, 660],
      [0.22, 880],
    ] as const) {
      const tone = this.#sound.createOscillator()
      const gain = this.#sound.createGain()
      tone.frequency.value = hertz
      gain.gain.value = 0.15
      tone.connect(gain).connect(this.#sound.destination)
      tone.start(this.#sound.currentTime + at)
      tone.stop(this.#sound.currentTime + at + 0.18)
    }
  }
}

export const alarms = new OpenAlarms()
