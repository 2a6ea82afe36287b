import classes from './LookPlaces.module.css'

const places = [
  ['look-print', 'Print'],
  ['look-photos', 'Photos'],
  ['look-arch', 'Arch'],
  ['look-outline', 'Outline'],
  ['look-toes', 'Toes'],
] as const

/** Short ways within a long step; they stay in reach while one scrolls. */
export function LookPlaces() {
  return (
    <nav className={classes.places} aria-label="Within Look">
      {places.map(([id, name]) => (
        <button
          key={id}
          type="button"
          onClick={() => document.getElementById(id)?.scrollIntoView({ block: 'start' })}
        >
          {name}
        </button>
      ))}
    </nav>
  )
}
