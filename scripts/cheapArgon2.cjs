// In tests a password is hashed at the lowest cost the algorithm allows: the suite signs in hundreds of times. What the
// product asks for is noted, and server/signin/passwords.test.ts looks at it.
const real = require('../node_modules/@node-rs/argon2')

const askedCosts = []
module.exports = {
  ...real,
  askedCosts,
  hash: (password, cost) => {
    askedCosts.push(cost)
    return real.hash(password, { memoryCost: 8, timeCost: 1, parallelism: 1 })
  },
}
