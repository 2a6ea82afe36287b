import * as argon2 from '@node-rs/argon2'
import { hashPassword, isPassword } from './passwords'

test('what the product asks of the algorithm is no less than the password storage cheat sheet says', async () => {
  const stored = await hashPassword('a tide table')
  const { askedCosts } = argon2 as unknown as {
    askedCosts: { memoryCost: number; timeCost: number; parallelism: number }[]
  }
  expect(askedCosts).toHaveLength(1)
  const [{ memoryCost, timeCost }] = askedCosts as [(typeof askedCosts)[number]]
  expect(memoryCost).toBeGreaterThanOrEqual(19_456)
  expect(timeCost).toBeGreaterThanOrEqual(2)
  expect(stored).toMatch(/^\$argon2id\$/)
  expect([await isPassword(stored, 'a tide table'), await isPassword(stored, 'a tide tablf')]).toEqual([
    true,
    false,
  ])
})

test('what is no hash fits no password', async () => expect(await isPassword('none', 'none')).toBe(false))
