import type { Box } from '../outline/index.js'

export interface Paper {
  width: number
  height: number
  margin: number
}
export interface Tile {
  row: number
  column: number
  /** part of the board it shows, mm */
  minX: number
  minY: number
}
export interface Tiling {
  rows: number
  columns: number
  /** drawn area of a page, mm */
  width: number
  height: number
  overlap: number
  tiles: Tile[]
  /** the paper lies on its side */
  turned: boolean
}

/** Pages that cover a board at true scale, each overlapping the next; the paper stands or lies, whichever takes fewer. */
export function tile(board: Box, paper: Paper, overlap: number): Tiling {
  const lay = (w: number, h: number, turned: boolean): Tiling => {
    const width = w - 2 * paper.margin
    const height = h - 2 * paper.margin - FOOT
    const need = (size: number, page: number) => Math.max(1, Math.ceil((size - overlap - 1e-9) / (page - overlap)))
    const columns = need(board.maxX - board.minX, width)
    const rows = need(board.maxY - board.minY, height)
    const tiles: Tile[] = []
    for (let row = 0; row < rows; row++)
      for (let column = 0; column < columns; column++)
        tiles.push({ row, column, minX: board.minX + column * (width - overlap), minY: board.minY + row * (height - overlap) })
    return { rows, columns, width, height, overlap, tiles, turned }
  }
  const [upright, lying] = [lay(paper.width, paper.height, false), lay(paper.height, paper.width, true)]
  return lying.tiles.length < upright.tiles.length ? lying : upright
}

/** Height kept at the foot of each page for its key and the check rule, mm. */
export const FOOT = 18
