import { MantineProvider } from '@mantine/core'
import { configureStore } from '@reduxjs/toolkit'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Provider } from 'react-redux'
import { MemoryRouter } from 'react-router'
import { defaultSettings, read } from '@sturvo/core/reading'
import { referenceValues } from '@sturvo/core/reference'
import { answerOf, factsOf, personSchema, type Fields } from '@sturvo/schema'
import { madeUpNewPerson } from '../../../schema/testing/madeUpPerson'
import { api } from '../app/api'
import { matSlice } from '../mat/matSlice'
import { outboxChanged, visitOpened, visitSlice } from '../outbox/visitSlice'
import { shoesSlice } from '../rooms/visit/shoes/shoesSlice'
import { OpenVisit } from '../rooms/visit/OpenVisit'
import type { ReadNow, VisitFrame } from '../rooms/visit/visitContext'

const references = referenceValues()
export const madeUpPerson = personSchema.parse({
  ...madeUpNewPerson,
  version: 1,
  created: '2026-05-01',
  visits: [{ id: 'visit0000001', startedOn: '2026-05-04', stepsFilled: 1 }],
  cautions: { stop: 0, limit: 0 },
})

/** Led by somebody licensed: a coach has no plan for who needs more than that. */
export const licensedSettings = { ...defaultSettings, licence: 'podiatrist' as const }

/** Shows a part of a visit with the fields given; what it records comes back in order. */
export function renderInVisit(
  part: ReactNode,
  fields: Fields = {},
  changed: Partial<VisitFrame & ReadNow> = {},
) {
  const recorded: Fields[] = []
  const settings = changed.practice?.settings ?? licensedSettings
  const person = changed.person ?? madeUpPerson
  const facts = factsOf({
    fields,
    birthYear: person.birthYear,
    day: '2026-05-04',
    ownedKit: ['wall', 'step', 'band'],
    references,
  })
  const visit: VisitFrame & ReadNow = {
    visitId: 'visit0000001',
    startedOn: '2026-05-04',
    person,
    practitioner: 'Ilse Marrack',
    references,
    errorOf: { by: 'Ilse Marrack', kinds: 0 },
    facts,
    practice: {
      name: 'Tideway Foot Room',
      place: 'Orrin Quay',
      settings,
      references: {},
      referencesVersion: 0,
      trialUses: {},
      drills: [],
      phone: '',
      emergency: '',
      factorRule: 'choice',
      retentionYears: null,
      consentText: '',
      version: 1,
    },
    reading: read(
      facts,
      references,
      { ...settings, ...answerOf(fields, 'planSettings') },
      changed.practice?.drills,
    ),
    settings: { ...settings, ...answerOf(fields, 'planSettings') },
    ...changed,
  }
  const store = configureStore({
    reducer: {
      visit: visitSlice.reducer,
      mat: matSlice.reducer,
      shoes: shoesSlice.reducer,
      [api.reducerPath]: api.reducer,
    },
    middleware: (usual) => usual().concat(api.middleware),
  })
  // nothing of an earlier page waits
  store.dispatch(outboxChanged({ ...store.getState().visit.outbox, save: 'saved' }))
  store.dispatch(
    visitOpened({
      visit: {
        id: 'visit0000001',
        personId: person.id,
        startedOn: '2026-05-04',
        version: 1,
        referencesVersion: 0,
        fields,
        planInForce: [],
        unreadable: [],
      },
      pending: {},
    }),
  )
  const view = render(
    <MantineProvider env="test">
      <Provider store={store}>
        <MemoryRouter>
          <OpenVisit frame={visit} fields={fields} read={visit} record={(values) => recorded.push(values)}>
            {part}
          </OpenVisit>
        </MemoryRouter>
      </Provider>
    </MantineProvider>,
  )
  return { ...view, recorded, store }
}

export const bothSides = (id: string, left: unknown, right: unknown): Fields => ({
  [`measure.${id}.left.1`]: left,
  [`measure.${id}.right.1`]: right,
})
