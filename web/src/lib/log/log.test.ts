import { beforeEach, describe, expect, it, vi } from 'vitest'
import type { NewLogEntry } from '../api/types'

const store = new Map<string, string>()
vi.stubGlobal('localStorage', {
  getItem: (key: string) => store.get(key) ?? null,
  setItem: (key: string, value: string) => store.set(key, value),
  removeItem: (key: string) => store.delete(key),
})

const sent: string[] = []
let listAnswers: () => void = () => {}
const list = { promise: Promise.resolve() }

vi.mock('../api/client', () => ({
  Problem: class extends Error {},
  dataOf: (answer: Promise<unknown>) => answer,
  api: {
    get: async () => {
      await list.promise
      return []
    },
    post: async (_path: string, { body }: { body: NewLogEntry }) => {
      sent.push(body.id)
    },
  },
}))

const { Log } = await import('./log.svelte')
const entry = (id: string) => ({ id, kind: 'MISTED', at: '2026-11-26T08:00:00Z', said: '' }) as NewLogEntry

describe('the log at the box', () => {
  beforeEach(() => {
    store.clear()
    sent.length = 0
  })

  it('sends an entry that is made while the list is still loading', async () => {
    list.promise = new Promise((done) => (listAnswers = done))
    const log = new Log('a')
    await log.write([entry('1')])
    // The list has not answered yet.
    expect(await log.write([entry('2')])).toBe(true)
    expect(sent).toEqual(['1', '2'])
    expect(log.queue).toEqual([])
    listAnswers()
  })

  it('sends what is written after it had nothing to send', async () => {
    list.promise = Promise.resolve()
    const log = new Log('c')
    expect(await log.send()).toBe(true)
    expect(await log.write([entry('1')])).toBe(true)
    expect(await log.send()).toBe(true)
    expect(sent).toEqual(['1'])
  })

  it('sends in order what comes while another is being sent, each once', async () => {
    list.promise = Promise.resolve()
    const log = new Log('b')
    await Promise.all([log.write([entry('1')]), log.write([entry('2'), entry('3')]), log.send()])
    expect(sent).toEqual(['1', '2', '3'])
    expect(store.size).toBe(0)
  })
})
