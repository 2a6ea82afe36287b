import type { FollowDecision } from '@sturvo/schema'
import { dayAsRead } from '@sturvo/words'
import { failureText } from '../app/failureText'
import { useDecideMutation } from '../app/followApi'

/** Sends what was decided about somebody, and says what became of it. @returns whether it was kept */
export function useDeciding(personId: string) {
  const [decide, { isLoading }] = useDecideMutation()
  const send = async (decision: FollowDecision): Promise<boolean> => {
    try {
      await decide({ personId, decision }).unwrap()
      void say({
        message:
          decision.kind === 'putOff'
            ? `Put off until ${dayAsRead(decision.toDay)}; a stop sign or worse pain comes back at once.`
            : 'Kept. The client’s page shows it when it is opened next.',
      })
      return true
    } catch (error) {
      void say({ color: 'oxide', message: failureText(error) })
      return false
    }
  }
  return { send, isLoading }
}

// loaded when there is something to say: the list of today is the first thing that loads
async function say(what: { message: string; color?: string }): Promise<void> {
  const { notifications } = await import('@mantine/notifications')
  notifications.show(what)
}
