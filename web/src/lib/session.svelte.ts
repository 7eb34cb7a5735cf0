/** Who is looking, and what they may do. */
import { api, dataOf } from './api/client'
import type { Role, SessionView, SiteView } from './api/types'

const ORDER: Role[] = ['VISITOR', 'KEEPER', 'LEAD', 'OWNER']

class Session {
  role = $state<Role | null>(null)
  demo = $state(false)
  /** Who is signed in; null for nobody. */
  name = $state<string | null>(null)
  /** The site that is looked at, and all that may be. */
  siteId = $state<string | null>(null)
  sites = $state.raw<SessionView['sites']>([])
  passkeys = $state(false)
  /** Whether they run the whole installation. */
  operator = $state(false)
  /** Whether nobody has made this installation theirs yet. */
  unowned = $state(false)
  site = $state<SiteView | null>(null)

  async load() {
    await this.became(await dataOf(api.get('/session')))
    if (this.demo && this.role === null) await this.pick('OWNER')
  }

  /** Somebody is signed in, or looks at another site. */
  async became(session: SessionView) {
    this.role = session.role
    this.demo = session.demo
    this.name = session.name
    this.siteId = session.siteId
    this.sites = session.sites
    this.passkeys = session.passkeys
    this.unowned = session.unowned
    this.operator = session.operator
    this.site = this.demo || this.role !== null ? await dataOf(api.get('/site')) : null
    // What was kept of somebody who is signed in no longer is nobody's to find here.
    if (this.name === null && !this.demo && 'caches' in globalThis)
      await Promise.all((await caches.keys()).filter((each) => each.startsWith('kiln-read')).map((each) => caches.delete(each)))
  }

  async lookAt(siteId: string) {
    await this.became(await dataOf(api.post('/session/site', { body: { siteId } })))
  }

  async signOut() {
    await api.remove('/session')
    await this.became(await dataOf(api.get('/session')))
  }

  #taking: Promise<unknown> = Promise.resolve()

  /** One after another: of two roles taken quickly the later one stays. */
  pick(role: Role): Promise<void> {
    const taken = this.#taking.then(async () => {
      const taken = await dataOf(api.post('/session', { body: { role } }))
      this.role = taken.role
      this.name = taken.name
    })
    this.#taking = taken.catch(() => undefined)
    return taken
  }

  may(role: Role): boolean {
    return this.role !== null && ORDER.indexOf(this.role) >= ORDER.indexOf(role)
  }

  get mayKey() {
    return this.may('KEEPER')
  }

  get mayPlan() {
    return this.may('LEAD')
  }

  /** Whether they run the whole installation, with its backups; in the demo that is the owner. */
  get operates() {
    return this.demo ? this.may('OWNER') : this.operator
  }

  get mayOwn() {
    return this.may('OWNER')
  }
}

export const session = new Session()
