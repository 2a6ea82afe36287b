import { render, screen } from '@testing-library/react'
import { Suspense } from 'react'
import { lazyPart } from './lazyPart'

const shown = (Part: ReturnType<typeof lazyPart<{ name: string }>>) =>
  render(
    <Suspense fallback="coming">
      <Part name="Ilse" />
    </Suspense>,
  )

test('a part comes when it is first shown, with what it was given', async () => {
  let loads = 0
  const Part = lazyPart<{ name: string }>(() => {
    loads++
    return Promise.resolve(({ name }) => <p>For {name}</p>)
  })
  expect(loads).toBe(0)
  shown(Part)
  expect(await screen.findByText('For Ilse')).toBeTruthy()
  expect(loads).toBe(1)
})

test('a part that cannot come says so in its place, and the page around it stays', async () => {
  shown(lazyPart<{ name: string }>(() => Promise.reject(new Error('no network'))))
  expect((await screen.findByRole('alert')).textContent).toContain('Sturvo cannot be reached')
})
