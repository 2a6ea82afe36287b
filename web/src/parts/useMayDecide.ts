import { useSessionQuery } from '../app/api'

/** Whether whoever is signed in makes decisions: an assistant measures, and is shown no control that would be refused. */
export function useMayDecide(): boolean {
  const { data: session } = useSessionQuery()
  return session?.account.role !== 'assistant'
}
