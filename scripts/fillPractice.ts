import { fillPractice } from '@sturvo/server/testing/filledPractice'

// beside the first tests, so that nobody waits for it who does not need it
void fillPractice().catch((error: unknown) => {
  console.error(error)
  process.exitCode = 1
})
