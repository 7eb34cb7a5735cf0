import { beforeEach, describe, expect, it, vi } from 'vitest'
import { Problem } from '../api/client'
import { dueChecks } from './due'

const get = vi.hoisted(() => vi.fn())
vi.mock('../api/client', async (original) => ({ ...(await original<typeof import('../api/client')>()), api: { get } }))

describe('what wants a check', () => {
  beforeEach(() => {
    get.mockReset()
  })

  it('is what the server says', async () => {
    get.mockResolvedValue({ data: [{ chamberId: 'a' }] })
    expect(await dueChecks()).toEqual([{ chamberId: 'a' }])
    expect(get).toHaveBeenCalledWith('/checks/due')
  })

  it('is nothing where the server does not answer, so that the page stands', async () => {
    get.mockRejectedValue(Object.create(Problem.prototype))
    expect(await dueChecks()).toEqual([])
  })

  it('does not hide a mistake of ours', async () => {
    get.mockRejectedValue(new TypeError('ours'))
    await expect(dueChecks()).rejects.toThrow('ours')
  })
})
