import { describe, expect, it } from 'vitest'
import { asked, asking, confirmed } from './ask.svelte'

describe('a question', () => {
  it('is answered with yes, with no, and with what was given', async () => {
    const removed = confirmed('Remove it?', 'It stays in the record.', 'Remove it')
    expect(asking.question).toMatchObject({ title: 'Remove it?', act: 'Remove it' })
    asking.answer('')
    expect(await removed).toBe(true)
    expect(asking.question).toBeNull()
    const kept = confirmed('Remove it?', '', 'Remove it')
    asking.answer(null)
    expect(await kept).toBe(false)
    const named = asked('Rename it', 'Rename', { label: 'Name', kind: 'line', value: '', needed: true })
    asking.answer('  plug ')
    expect(await named).toBe('plug')
  })

  it('that another overtakes is answered with no', async () => {
    const first = confirmed('One?', '', 'Yes')
    const second = confirmed('Two?', '', 'Yes')
    expect(await first).toBe(false)
    asking.answer('')
    expect(await second).toBe(true)
    asking.answer('nobody asked')
  })
})
