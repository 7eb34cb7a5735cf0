/** What a person prefers, kept in the browser. */
import type { TemperatureUnit } from './units'

type Theme = 'day' | 'night'

function kept(key: string): string | null {
  try {
    return localStorage.getItem(key)
  } catch {
    return null
  }
}

function keep(key: string, value: string) {
  try {
    localStorage.setItem(key, value)
  } catch {
    // A browser that keeps nothing still works; it only forgets.
  }
}

class Prefs {
  #unit = $state<TemperatureUnit>(kept('kiln-unit') === 'F' ? 'F' : 'C')
  #theme = $state<Theme>((kept('kiln-theme') as Theme | null) ?? (matchMedia('(prefers-color-scheme: dark)').matches ? 'night' : 'day'))
  #notify = $state(kept('kiln-notify') === 'on')
  #shortcuts = $state(kept('kiln-shortcuts') !== 'off')

  constructor() {
    document.documentElement.dataset['theme'] = this.#theme
  }

  get unit() {
    return this.#unit
  }

  set unit(unit: TemperatureUnit) {
    this.#unit = unit
    keep('kiln-unit', unit)
  }

  get theme() {
    return this.#theme
  }

  set theme(theme: Theme) {
    this.#theme = theme
    document.documentElement.dataset['theme'] = theme
    keep('kiln-theme', theme)
  }

  /** Whether the browser shows alarms beside the page. */
  get notify() {
    return this.#notify
  }

  set notify(on: boolean) {
    this.#notify = on
    keep('kiln-notify', on ? 'on' : 'off')
  }

  get shortcuts() {
    return this.#shortcuts
  }

  set shortcuts(on: boolean) {
    this.#shortcuts = on
    keep('kiln-shortcuts', on ? 'on' : 'off')
  }
}

export const prefs = new Prefs()
