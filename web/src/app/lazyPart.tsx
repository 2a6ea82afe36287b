import { lazy, type ComponentType } from 'react'

/**
 * A part that comes when it is first shown, together with all styles. Where it cannot come it says so in its own
 * place: a page that is being worked on never breaks for a menu.
 */
export function lazyPart<P extends object>(load: () => Promise<ComponentType<P>>) {
  return lazy(async (): Promise<{ default: ComponentType<P> }> => {
    try {
      const [part] = await Promise.all([load(), import('./allStyles')])
      return { default: part }
    } catch {
      return { default: NotHere }
    }
  })
}

function NotHere() {
  return (
    <span role="alert">Sturvo cannot be reached, so this part did not come. Reload when it is back.</span>
  )
}
