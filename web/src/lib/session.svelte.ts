/** Who is looking, and what they may do. */
import { api, dataOf } from './api/client'
import type { Role, SiteView } from './api/types'

const ORDER: Role[] = ['VISITOR', 'KEEPER', 'LEAD', 'OWNER']

class Session {
  role = $state<Role | null>(null)
  demo = $state(false)
  site = $state<SiteView | null>(null)

  async load() {
    const [session, site] = await Promise.all([dataOf(api.get('/session')), dataOf(api.get('/site'))])
    this.role = session.role
    this.demo = session.demo
    if (session.demo && session.role === null) await this.pick('OWNER')
    this.site = site
  }

  #taking: Promise<unknown> = Promise.resolve()

  /** One after another: of two roles taken quickly the later one stays. */
  pick(role: Role): Promise<void> {
    const taken = this.#taking.then(async () => {
      this.role = (await dataOf(api.post('/session', { body: { role } }))).role
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
}

export const session = new Session()
