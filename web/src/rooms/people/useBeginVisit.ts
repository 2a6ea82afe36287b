import { notifications } from '@mantine/notifications'
import dayjs from 'dayjs'
import { useNavigate } from 'react-router'
import { useBeginVisitMutation } from '../../app/api'
import { failureText } from '../../app/failureText'
import { newId } from '../../app/newId'

export function useBeginVisit() {
  const [begin, { isLoading }] = useBeginVisitMutation()
  const navigate = useNavigate()
  return {
    isLoading,
    open: (visitId: string) => void navigate(`/visit/${visitId}`),
    /** a first visit; of somebody who was here before, a re-test of the last one */
    start: async (personId: string, lastVisit: string | undefined) => {
      try {
        const visit = await begin({
          personId,
          id: newId(),
          startedOn: dayjs().format('YYYY-MM-DD'),
          ...(lastVisit !== undefined && { retestOf: lastVisit }),
        }).unwrap()
        await navigate(`/visit/${visit.id}/${lastVisit === undefined ? 'story' : 'retest'}`)
      } catch (error) {
        notifications.show({ color: 'oxide', message: failureText(error) })
      }
    },
  }
}
