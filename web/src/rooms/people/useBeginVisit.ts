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
    start: async (personId: string) => {
      try {
        const visit = await begin({ personId, id: newId(), startedOn: dayjs().format('YYYY-MM-DD') }).unwrap()
        await navigate(`/visit/${visit.id}/story`)
      } catch (error) {
        notifications.show({ color: 'oxide', message: failureText(error) })
      }
    },
  }
}
