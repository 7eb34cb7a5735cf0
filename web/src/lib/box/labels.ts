/** Names in a drawing, apart from each other. */

export interface Label {
  key: string
  text: string
  /** In CSS pixels; `y` is the line the letters stand on. */
  x: number
  y: number
  anchor: 'start' | 'middle'
}

/** About what a letter takes, and a line (CSS pixels). */
export const LETTER = 6.4
const LINE = 14

function overlap(a: Label, b: Label): boolean {
  const left = (label: Label) => label.x - (label.anchor === 'middle' ? (LETTER * label.text.length) / 2 : 0)
  const right = (label: Label) => left(label) + LETTER * label.text.length
  return Math.abs(a.y - b.y) < LINE && left(a) < right(b) && left(b) < right(a)
}

/** Each where it wants to be, or the nearest line above or below it where no name before it stands. */
export function apart(wanted: Label[]): Label[] {
  const placed: Label[] = []
  for (const label of wanted) {
    const tries = [0, -1, 1, -2, 2, -3, 3].map((lines) => ({ ...label, y: label.y + lines * LINE }))
    placed.push(tries.find((each) => each.y > LINE && placed.every((other) => !overlap(each, other))) ?? label)
  }
  return placed
}
