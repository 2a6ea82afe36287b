import classes from './Places.module.css'

type PlacesProps = { name: string; places: readonly (readonly [id: string, name: string])[] }

/** Short ways within a long step; they stay in reach while one scrolls. */
export function Places({ name, places }: PlacesProps) {
  return (
    <nav className={classes.places} aria-label={`Within ${name}`}>
      {places.map(([id, label]) => (
        <button
          key={id}
          type="button"
          onClick={() => document.getElementById(id)?.scrollIntoView({ block: 'start' })}
        >
          {label}
        </button>
      ))}
    </nav>
  )
}
