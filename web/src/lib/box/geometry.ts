/** The geometry of the drawing: places in metres, drawn in CSS pixels; plain functions. */
import type { BoxPlan, PlacePlan } from '../api/types'

/** From the front one sees length and height; from above length and width, the front wall at the bottom. */
export type View = 'front' | 'above'

export interface Frame {
  view: View
  /** Pixels per metre. */
  scale: number
  /** Pixel position of the inside's left edge and of its top edge. */
  left: number
  top: number
  /** Inside size in metres, across and upwards in the picture. */
  across: number
  up: number
}

/** A view of a box inside an area, as large as it fits, with room for its walls. */
export function frameOf(view: View, box: BoxPlan, area: { left: number; top: number; width: number; height: number }): Frame {
  const across = box.innerLengthM
  const up = view === 'front' ? box.innerHeightM : box.innerWidthM
  const thick = wallThicknesses(box)
  const wallsAcross = thick[4]! + thick[5]!
  const wallsUp = view === 'front' ? thick[0]! + thick[1]! : thick[2]! + thick[3]!
  const above = view === 'front' ? thick[1]! : thick[3]!
  const scale = Math.min(area.width / (across + wallsAcross), area.height / (up + wallsUp))
  return {
    view,
    scale,
    left: area.left + (area.width - scale * across) / 2 + (scale * (thick[4]! - thick[5]!)) / 2,
    top: area.top + scale * above,
    across,
    up,
  }
}

/** Thickness of each wall in metres, in the order bottom, top, front, back, left, right. */
export function wallThicknesses(box: BoxPlan): number[] {
  return box.walls.map((wall) => wall.layers.reduce((sum, layer) => sum + layer.thicknessMm, 0) / 1000)
}

/** A place as a rectangle in the picture; points get a size of nothing. */
export function rectOf(frame: Frame, place: PlacePlan): { x: number; y: number; width: number; height: number } {
  const upM = frame.view === 'front' ? place.zM : place.yM
  const tall = frame.view === 'front' ? place.heightM : place.widthM
  return {
    x: frame.left + frame.scale * (place.xM - place.lengthM / 2),
    y: frame.top + frame.scale * (frame.up - upM - tall / 2),
    width: frame.scale * place.lengthM,
    height: frame.scale * tall,
  }
}

/** A place moved by metres and kept inside the box as a whole, to the millimetre. */
export function moved(place: PlacePlan, by: { x?: number; y?: number; z?: number }, box: BoxPlan): PlacePlan {
  const within = (value: number, extent: number, most: number) => Number(Math.max(extent / 2, Math.min(most - extent / 2, value)).toFixed(3))
  return {
    ...place,
    xM: within(place.xM + (by.x ?? 0), place.lengthM, box.innerLengthM),
    yM: within(place.yM + (by.y ?? 0), place.widthM, box.innerWidthM),
    zM: within(place.zM + (by.z ?? 0), place.heightM, box.innerHeightM),
  }
}

/** Metres that a movement in the picture means. */
export function metresOf(frame: Frame, dx: number, dy: number): { x: number; y?: number; z?: number } {
  const upwards = -dy / frame.scale
  return frame.view === 'front' ? { x: dx / frame.scale, z: upwards } : { x: dx / frame.scale, y: upwards }
}
