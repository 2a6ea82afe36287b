import { lazy, type ComponentType } from 'react'

/** A part that comes when it is first shown, together with all styles. */
export function lazyPart<P extends object>(load: () => Promise<ComponentType<P>>) {
  return lazy(async () => {
    const [part] = await Promise.all([load(), import('./allStyles')])
    return { default: part }
  })
}
