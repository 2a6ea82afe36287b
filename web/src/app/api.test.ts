import { configureStore } from '@reduxjs/toolkit'
import { answered } from './answered'
import { api } from './api'
import { failureText } from './failureText'
import { visitSchema } from '@sturvo/schema'

const store = () =>
  configureStore({ reducer: { api: api.reducer }, middleware: (given) => given().concat(api.middleware) })
const answer = jest.fn<Response, []>()
beforeEach(() => {
  answer.mockReset()
  global.fetch = () => Promise.resolve(answer())
})
const json = (body: unknown) =>
  ({
    ok: true,
    status: 200,
    headers: new Headers({ 'content-type': 'application/json' }),
    clone: () => json(body),
    text: () => Promise.resolve(JSON.stringify(body)),
  }) as unknown as Response

test('an answer of another shape than the contract reaches no room, and says one sentence', async () => {
  jest.spyOn(console, 'error').mockImplementation(() => undefined)
  answer.mockReturnValue(json({ people: 'fourteen' }))
  const failed = await store().dispatch(api.endpoints.today.initiate())
  expect(failed.data).toBeUndefined()
  expect(failed.isError).toBe(true)
  expect(failureText(failed.error)).toBe(
    'Something went wrong here. What was saved before is safe; please try again.',
  )
})

test('what an older server leaves out of a visit is filled in', async () => {
  const visit = {
    id: 'visit0000001',
    personId: 'person000001',
    startedOn: '2026-03-02',
    version: 3,
    fields: {},
  }
  expect(await answered(visitSchema)['~standard'].validate(visit)).toEqual({
    value: { ...visit, referencesVersion: 0, planInForce: [], unreadable: [] },
  })
})
