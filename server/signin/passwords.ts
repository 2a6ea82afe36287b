import { hash, verify } from '@node-rs/argon2'

// argon2id is the package's default algorithm; memory and time by the password storage cheat sheet of OWASP
const cost = { memoryCost: 19_456, timeCost: 2, parallelism: 1 }

export function hashPassword(password: string): Promise<string> {
  return hash(password, cost)
}

/** A hash that is none, of a name that came along in a file, fits no password. */
export async function isPassword(passwordHash: string, password: string): Promise<boolean> {
  try {
    return await verify(passwordHash, password)
  } catch {
    return false
  }
}
