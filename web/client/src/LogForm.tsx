import { useState } from 'react'
import { donenesses, type Doneness, type PainPlace } from '@sturvo/core/followup'
import type { ClientDay, LogEntryAnswer } from '@sturvo/schema'
import { FootTap } from './drawn'
import { words } from './words'

export type Draft = Omit<LogEntryAnswer, 'id' | 'at' | 'day' | 'stops' | 'replaces'>

const tenth = [0, 1, 2, 3, 4, 5, 6, 7, 8, 9, 10]

/** 0 to 10, one tap. */
export function TenRow({
  name,
  value,
  onPick,
}: {
  name: string
  value: number | undefined
  onPick: (n: number) => void
}) {
  return (
    <fieldset className="ten">
      <legend>{name}</legend>
      <div>
        {tenth.map((n) => (
          <button
            key={n}
            type="button"
            aria-pressed={value === n}
            aria-label={words.ofTen(name, n)}
            data-ten={n}
            onClick={() => onPick(n)}
          >
            {n}
          </button>
        ))}
      </div>
      <p className="ends">
        <span>{words.noPain}</span>
        <span>{words.mostPain}</span>
      </p>
    </fieldset>
  )
}

function Choice<T extends string | boolean>({
  name,
  options,
  value,
  onPick,
}: {
  name: string
  options: readonly (readonly [T, string])[]
  value: T | undefined
  onPick: (value: T) => void
}) {
  return (
    <fieldset className="choice">
      <legend>{name}</legend>
      <div>
        {options.map(([option, text]) => (
          <button
            key={String(option)}
            type="button"
            aria-pressed={value === option}
            onClick={() => onPick(option)}
          >
            {text}
          </button>
        ))}
      </div>
    </fieldset>
  )
}

/** One day's log: nothing is asked twice, nothing has to be answered. */
export function LogForm({
  title,
  day,
  start,
  failed,
  onSave,
  onBack,
  onWrong,
}: {
  title: string
  day: ClientDay | undefined
  start: Draft
  /** why it could not be kept; what was typed stays */
  failed: string
  onSave: (draft: Draft) => void
  onBack: () => void
  onWrong: () => void
}) {
  const [draft, setDraft] = useState<Draft>(start)
  const put = (more: Partial<Draft>) => setDraft((before) => ({ ...before, ...more }))
  const isTrained = draft.training === 'done' || draft.training === 'partly'
  const places = draft.places ?? []
  const asks = (key: 'spacersMin' | 'shoesMin') => (day?.[key] ?? 0) > 0 || draft[key] !== undefined
  const number = (key: 'spacersMin' | 'shoesMin', name: string) => (
    <label className="number">
      <span>{name}</span>
      <input
        type="number"
        inputMode="numeric"
        min={0}
        max={1440}
        value={draft[key] ?? ''}
        onChange={({ target }) => {
          const typed = Math.round(Number(target.value))
          put({ [key]: target.value === '' || !(typed >= 0) ? undefined : Math.min(1440, typed) })
        }}
      />
    </label>
  )
  return (
    <main className="page form">
      <h1>{title}</h1>
      {(day?.parts.flat().length ?? 0) > 0 && (
        <Choice<Doneness>
          name={words.trained}
          options={donenesses.map((d) => [d, words.doneness[d]])}
          value={draft.training}
          onPick={(training) => put({ training })}
        />
      )}
      {isTrained && (
        <Choice<boolean>
          name={words.twoMore}
          options={[
            [true, words.yes],
            [false, words.no],
          ]}
          value={draft.hadTwoMore}
          onPick={(hadTwoMore) => put({ hadTwoMore })}
        />
      )}
      <TenRow name={words.pain} value={draft.pain} onPick={(pain) => put({ pain })} />
      {(draft.pain ?? 0) > 0 && (
        <section>
          <p>{words.where}</p>
          <FootTap
            places={places}
            onTap={(place: PainPlace) => put({ places: [...places, place].slice(-12) })}
          />
          {places.length > 0 && (
            <button type="button" className="quiet" onClick={() => put({ places: places.slice(0, -1) })}>
              {words.removeLast}
            </button>
          )}
        </section>
      )}
      <TenRow name={words.firstSteps} value={draft.firstSteps} onPick={(firstSteps) => put({ firstSteps })} />
      <TenRow name={words.sore} value={draft.morning} onPick={(morning) => put({ morning })} />
      {asks('spacersMin') && number('spacersMin', words.spacersMin)}
      {asks('shoesMin') && number('shoesMin', words.shoesMin)}
      <label className="tick">
        <input
          type="checkbox"
          checked={draft.cramp ?? false}
          onChange={({ target }) => put({ cramp: target.checked })}
        />
        <span>{words.cramp}</span>
      </label>
      <label className="text">
        <span>{words.words}</span>
        <textarea
          rows={2}
          maxLength={2000}
          value={draft.words ?? ''}
          onChange={({ target }) => put({ words: target.value })}
        />
      </label>
      <button type="button" className="wrong" onClick={onWrong}>
        {words.wrong}
      </button>
      {failed !== '' && <p role="alert">{failed}</p>}
      <div className="bar">
        <button type="button" onClick={onBack}>
          {words.back}
        </button>
        <button type="button" className="act" data-save onClick={() => onSave(draft)}>
          {words.save}
        </button>
      </div>
    </main>
  )
}
