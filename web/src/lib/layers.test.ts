import { describe, expect, it } from 'vitest'

/** Each folder knows only those before it; '' is what lies in lib itself. */
const ORDER = ['api', '', 'parts', 'people', 'chamber', 'ladder', 'fault', 'log', 'alarm', 'live', 'box', 'life', 'check', 'plan', 'review', 'training', 'tour', 'ward']

const SOURCES = import.meta.glob<string>(['./**/*.ts', './**/*.svelte', '!./**/*.test.ts'], { query: '?raw', import: 'default', eager: true })

const folder = (path: string) => (path.includes('/') ? path.split('/')[0]! : '')

/** What a file in lib imports of lib, by its place there; what lies above lib begins with "..". */
function imported(file: string, text: string): string[] {
  return [...text.matchAll(/(?:from|import)\s*\(?\s*'(\.[^']+)'/g)].map(([, said]) => {
    const place = file.split('/').slice(0, -1)
    for (const part of said!.split('/')) {
      if (part === '..' && place.length > 0 && place.at(-1) !== '..') place.pop()
      else if (part !== '.') place.push(part)
    }
    return place.join('/')
  })
}

const imports = Object.entries(SOURCES).flatMap(([path, text]) => {
  const file = path.replace('./', '')
  return imported(file, text).map((target) => ({ file, from: folder(file), target, to: folder(target) }))
})

describe('the folders of the page', () => {
  it('know only those before them', () => {
    const others = imports.filter((each) => each.from !== each.to && each.to !== '..')
    expect(others.length).toBeGreaterThan(300)
    expect(others.filter((each) => !ORDER.includes(each.from) || !ORDER.includes(each.to))).toEqual([])
    const wrong = others.filter((each) => ORDER.indexOf(each.to) > ORDER.indexOf(each.from))
    expect(wrong.map((each) => `${each.file} must not know ${each.target}`)).toEqual([])
  })

  it('leave composing to the routes', () => {
    expect(imports.filter((each) => each.to === '..')).toEqual([])
  })
})
