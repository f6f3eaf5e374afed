import { breathe } from './breathe'

/**
 * Makes the check of what is stored ready piece by piece, while nobody waits: all at once at the first edit it would hold up the
 * hand. Each piece stands on those before it.
 */
export async function readySchema(): Promise<void> {
  const pieces = [
    () => import('joi'),
    () => import('./schema/common'),
    () => import('./schema/job'),
    () => import('./schema/joint'),
    () => import('./schema/pattern'),
    () => import('./schema/trial'),
    () => import('./schema'),
  ]
  for (const piece of pieces) {
    await piece()
    await breathe()
  }
}
