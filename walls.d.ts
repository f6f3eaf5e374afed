export const floors: Record<string, { rooms: string[][]; index?: true }>
export const packages: Record<string, string[]>
