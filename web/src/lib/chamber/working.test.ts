import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import type { ChamberView, RehearsalAnswer, RehearsalRequest } from '../api/types'
import { differences, merged } from './conflict'
import { ChamberDraft } from './draft.svelte'

/** A chamber with everything that a rehearsal needs, and saved settings 3. */
function view(): ChamberView {
  const key = (parameter: string, step: number, lowest: number) => ({
    parameter,
    label: parameter,
    step,
    lowest,
    highest: 110,
    factory: null,
    words: [],
    offAt: null,
    also: null,
    place: null,
  })
  return {
    id: 'box',
    version: 4,
    changedAt: '2026-11-24T00:00:00Z',
    changedBy: 'Lead',
    plan: {
      name: 'Reedbox',
      note: '',
      occupancy: {
        guideId: null,
        schoolId: null,
        stageId: null,
        name: 'eggs',
        startedOn: null,
        where: 'at the eggs',
        measured: 'CONTENTS',
        gradientK: 0,
        keepLowC: 27,
        keepHighC: 29,
        harmLimits: [],
      },
      box: { innerLengthM: 0.5, innerWidthM: 0.4, innerHeightM: 0.3, walls: [], airChangesPerHour: 0.5, airMovement: 'STILL', altitudeM: 0 },
      contents: { massKg: 4, specificHeatJkgK: 3300, surfaceM2: 0.4, livingHeatW: null },
      room: { coldestC: 16, warmestC: 24, warmestHour: 15 },
      appliances: [{ id: 'mat', name: 'mat', kind: 'MAT', powerW: 15, elementJK: null, toAirWK: null, toContentsWK: null, opensAtC: null, closesAtC: null }],
      probes: [{ id: 'p', name: 'probe', heaterShare: 0, contentsShare: 0.2, roomShare: 0, ownWarmthK: 0, lagS: 40, sensorErrorK: 0 }],
      looked: null,
      controllers: [
        {
          id: 'c',
          name: 'Marl',
          probeId: 'p',
          profile: {
            unit: 'C',
            resolution: 0.1,
            samplingS: 1,
            raising: 'OFF_AT_SET',
            lowering: 'OFF_AT_SET',
            strict: false,
            howToSet: '',
            howToSave: '',
            keys: [key('SET_VALUE', 0.1, -40), key('DIFFERENTIAL', 0.1, 0.1), key('HIGH_ALARM', 0.1, -40)],
          },
          loops: [{ id: 'l', applianceIds: ['mat'] }],
        },
      ],
    },
    settings: [{ controllerId: 'c', number: 3, author: 'Keeper', reason: 'x', savedAt: '2026-11-24T00:00:00Z', values: { SET_VALUE: 28.6, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 } }],
    begun: [{ controllerId: 'c', values: { SET_VALUE: 28.6, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 } }],
    keyings: [],
  } as unknown as ChamberView
}

/** A server whose answers are given by hand, in the order in which they were asked for. */
class Server {
  asked: { method: string; path: string; body: unknown }[] = []
  #waiting: ((response: Response) => void)[] = []

  fetch = (path: string, init: RequestInit) => {
    this.asked.push({ method: init.method ?? 'GET', path, body: init.body ? JSON.parse(init.body as string) : null })
    return new Promise<Response>((resolve) => this.#waiting.push(resolve))
  }

  async answer(body: unknown, status = 200) {
    this.#waiting.shift()!(new Response(JSON.stringify(body), { status }))
    for (let turn = 0; turn < 8; turn++) await Promise.resolve()
    await new Promise((done) => setTimeout(done, 0))
  }

  get last() {
    return this.asked.at(-1)!.body as RehearsalRequest
  }
}

const answered = (values: Record<string, number>, mark = 0) =>
  ({ settings: [{ controllerId: 'c', values }], findings: [], metrics: { energyKWh: mark } }) as unknown as RehearsalAnswer

let server: Server
let kept: Map<string, string>

beforeEach(() => {
  server = new Server()
  kept = new Map()
  vi.stubGlobal('fetch', server.fetch)
  vi.stubGlobal('document', { cookie: 'XSRF-TOKEN=token' })
  vi.stubGlobal('localStorage', {
    getItem: (name: string) => kept.get(name) ?? null,
    setItem: (name: string, value: string) => kept.set(name, value),
    removeItem: (name: string) => kept.delete(name),
  })
})

afterEach(() => vi.unstubAllGlobals())

describe('rehearsing', () => {
  it('asks first what a new key begins with, and keeps what is typed meanwhile', async () => {
    const draft = new ChamberDraft(view())
    draft.plan.controllers[0]!.profile.keys.push({ ...draft.plan.controllers[0]!.profile.keys[2]!, parameter: 'LOW_ALARM', label: 'low' })
    draft.replan()
    expect(server.asked.at(-1)!.path).toContain('/calc/first-keys')
    draft.keyed['c'] = { ...draft.keyed['c'], SET_VALUE: 28.7 }
    await server.answer([{ controllerId: 'c', values: { SET_VALUE: 28.6, DIFFERENTIAL: 0.6, HIGH_ALARM: 31, LOW_ALARM: 25 } }])
    expect(draft.keyed['c']).toEqual({ SET_VALUE: 28.7, DIFFERENTIAL: 0.6, HIGH_ALARM: 31, LOW_ALARM: 25 })
    expect(server.last.settings[0]!.values['LOW_ALARM']).toBe(25)
  })

  it('asks only for the newest of many wishes', async () => {
    const draft = new ChamberDraft(view())
    draft.key('c', 'SET_VALUE', 28.7)
    draft.key('c', 'SET_VALUE', 28.8)
    draft.key('c', 'SET_VALUE', 28.9)
    expect(server.asked).toHaveLength(1)
    await server.answer(answered({ SET_VALUE: 28.7 }))
    expect(server.asked).toHaveLength(2)
    expect(server.last.settings[0]!.values['SET_VALUE']).toBe(28.9)
    await server.answer(answered({ SET_VALUE: 28.9 }, 9))
    expect(draft.answer!.metrics.energyKWh).toBe(9)
    expect(draft.busy).toBe(false)
  })

  it('takes the keys that an edit on the ladder gives', async () => {
    const draft = new ChamberDraft(view())
    draft.edit({ controllerId: 'c', kind: 'MOVE_RUNG', rung: 'RAISE_OFF', quantity: null, night: false, display: 28.8, high: null, unit: null }, draft.snapshotKeyed())
    expect(server.last.edit!.display).toBe(28.8)
    await server.answer(answered({ SET_VALUE: 28.8, DIFFERENTIAL: 0.8, HIGH_ALARM: 31 }))
    expect(draft.keyed['c']).toEqual({ SET_VALUE: 28.8, DIFFERENTIAL: 0.8, HIGH_ALARM: 31 })
    expect(draft.changedKeys).toBe(2)
  })

  it('does not let an edit’s answer overwrite what was typed meanwhile', async () => {
    const draft = new ChamberDraft(view())
    draft.edit({ controllerId: 'c', kind: 'MOVE_RUNG', rung: 'RAISE_OFF', quantity: null, night: false, display: 28.8, high: null, unit: null }, draft.snapshotKeyed())
    draft.key('c', 'HIGH_ALARM', 32)
    await server.answer(answered({ SET_VALUE: 28.8, DIFFERENTIAL: 0.8, HIGH_ALARM: 31 }))
    expect(draft.keyed['c']!.HIGH_ALARM).toBe(32)
  })

  it('does not ask for what cannot be rehearsed', () => {
    const bare = view()
    bare.plan.box = null
    const draft = new ChamberDraft(bare)
    draft.rehearse()
    expect(server.asked).toHaveLength(0)
    expect(draft.missing).toEqual(['the box'])
  })

  it('puts a refusal at its field and keeps the last answer', async () => {
    const draft = new ChamberDraft(view())
    draft.rehearse()
    await server.answer(answered({ SET_VALUE: 28.6 }, 1))
    draft.plan.box!.innerLengthM = 0
    draft.replan()
    await server.answer({ title: 'Some values cannot be used', detail: 'x', errors: [{ field: 'chamber.box.innerLengthM', given: 0, allowed: 'must be from 0.02 to 50 m' }] }, 400)
    expect(draft.error('box.innerLengthM')).toBe('must be from 0.02 to 50 m')
    expect(draft.answer!.metrics.energyKWh).toBe(1)
  })

  it('says when the server is away and loses nothing', async () => {
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    const draft = new ChamberDraft(view())
    draft.key('c', 'SET_VALUE', 30)
    await new Promise((done) => setTimeout(done, 0))
    expect(draft.problem!.isAway).toBe(true)
    expect(draft.keyed['c']!.SET_VALUE).toBe(30)
  })
})

describe('undo', () => {
  it('goes back a step at a time', async () => {
    const draft = new ChamberDraft(view())
    draft.checkpoint('first')
    draft.key('c', 'SET_VALUE', 29)
    draft.checkpoint('second')
    draft.key('c', 'HIGH_ALARM', 33)
    expect(draft.undoLabel).toBe('second')
    draft.undo()
    expect(draft.keyed['c']).toMatchObject({ SET_VALUE: 29, HIGH_ALARM: 31 })
    draft.undo()
    expect(draft.keyed['c']).toMatchObject({ SET_VALUE: 28.6, HIGH_ALARM: 31 })
    expect(draft.undoLabel).toBeNull()
    draft.undo()
    expect(draft.changedKeys).toBe(0)
  })

  it('does not pile up checkpoints of one state', () => {
    const draft = new ChamberDraft(view())
    draft.checkpoint('a')
    draft.checkpoint('b')
    draft.undo()
    expect(draft.undoLabel).toBeNull()
  })

  it('undoes a remedy', () => {
    const draft = new ChamberDraft(view())
    draft.remedy({ remedy: { changes: [{ controllerId: 'c', parameter: 'HIGH_ALARM', value: 30 }] } } as never, 'Set the high alarm')
    expect(draft.keyed['c']!.HIGH_ALARM).toBe(30)
    draft.undo()
    expect(draft.keyed['c']!.HIGH_ALARM).toBe(31)
  })
})

describe('saving', () => {
  it('sends the revision it is based on and the token', async () => {
    const draft = new ChamberDraft(view())
    draft.keyed['c'] = { SET_VALUE: 29, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 }
    const saved = draft.saveSettings('c', 'warmer')
    expect(server.asked.at(-1)!.body).toEqual({ basedOn: 3, reason: 'warmer', values: { SET_VALUE: 29, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 }, sure: false })
    await server.answer({ ...view().settings[0], number: 4, values: { SET_VALUE: 29, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 } }, 201)
    expect(await saved).toBe(true)
    expect(draft.settingsOf('c')!.number).toBe(4)
    expect(draft.changedKeys).toBe(0)
  })

  it('saves the plan before the settings that rest on it', async () => {
    const draft = new ChamberDraft(view())
    draft.plan.name = 'Reed box'
    const saved = draft.saveSettings('c', 'x')
    expect(server.asked.at(-1)).toMatchObject({ method: 'PUT', path: '/api/v1/chambers/box', body: { version: 4 } })
    await server.answer({ ...view(), version: 5, plan: { ...view().plan, name: 'Reed box' } })
    expect(server.asked.at(-1)!.method).toBe('POST')
    await server.answer({ ...view().settings[0], number: 4 }, 201)
    expect(await saved).toBe(true)
  })

  it('shows a conflict, keeps what was typed, and can save over it', async () => {
    const draft = new ChamberDraft(view())
    draft.plan.name = 'Mine'
    const saved = draft.savePlan()
    await server.answer({ title: 'Somebody else saved first', detail: 'x', current: { ...view(), version: 7, plan: { ...view().plan, name: 'Theirs' } } }, 409)
    expect(await saved).toBe(false)
    expect(draft.plan.name).toBe('Mine')
    const again = draft.conflict!.again()
    expect(server.asked.at(-1)!.body).toMatchObject({ version: 7, plan: { name: 'Mine' } })
    await server.answer({ ...view(), version: 8, plan: { ...view().plan, name: 'Mine' } })
    expect(await again).toBe(true)
    expect(draft.conflict).toBeNull()
  })

  it('is settled value by value, over what is in force', async () => {
    const draft = new ChamberDraft(view())
    draft.plan.name = 'Mine'
    draft.plan.note = 'mine alone'
    void draft.savePlan()
    await server.answer({ title: 'Somebody else saved first', detail: 'x', current: { ...view(), version: 7, plan: { ...view().plan, name: 'Theirs' } } }, 409)
    const { base, mine, theirs } = draft.sides(draft.conflict!)
    const found = differences(base, mine, theirs)
    expect(found.map((each) => [each.path[0], each.by])).toEqual([
      ['name', null],
      ['note', 'mine'],
    ])
    const settled = draft.settle(draft.conflict!, merged(theirs, found, ['theirs', 'mine']))
    expect(server.asked.at(-1)!.body).toMatchObject({ version: 7, plan: { name: 'Theirs', note: 'mine alone' } })
    await server.answer({ ...view(), version: 8, plan: { ...view().plan, name: 'Theirs', note: 'mine alone' } })
    expect(await settled).toBe(true)
    draft.undo()
    expect(draft.plan.name).toBe('Mine')
  })

  it('can give way, and take that back', async () => {
    const draft = new ChamberDraft(view())
    draft.plan.name = 'Mine'
    void draft.savePlan()
    await server.answer({ title: 'Somebody else saved first', detail: 'x', current: { ...view(), version: 7, plan: { ...view().plan, name: 'Theirs' } } }, 409)
    draft.takeTheirs()
    expect(draft.plan.name).toBe('Theirs')
    draft.undo()
    expect(draft.plan.name).toBe('Mine')
  })
})

describe('what is not saved', () => {
  it('is kept in the browser and brought back', () => {
    const draft = new ChamberDraft(view())
    draft.keyed['c'] = { SET_VALUE: 29.5, DIFFERENTIAL: 0.6, HIGH_ALARM: 31 }
    draft.keep()
    const back = new ChamberDraft(view())
    expect(back.broughtBack).toBe(true)
    expect(back.keyed['c']!.SET_VALUE).toBe(29.5)
    back.discard()
    back.keep()
    expect(kept.size).toBe(0)
  })

  it('is saved against the version it was begun from, so that a change made elsewhere is noticed', () => {
    const draft = new ChamberDraft(view())
    draft.plan.name = 'Mine'
    draft.keep()
    const newer = { ...view(), version: 9, settings: [{ ...view().settings[0]!, number: 5 }] }
    const back = new ChamberDraft(newer)
    expect(back.view.version).toBe(4)
    expect(back.settingsOf('c')!.number).toBe(3)
  })

  it('is forgotten when the browser’s store is broken', () => {
    kept.set('kiln-draft-7-box', '{broken')
    const draft = new ChamberDraft(view())
    expect(draft.dirty).toBe(false)
    expect(kept.has('kiln-draft-7-box')).toBe(false)
  })
})
