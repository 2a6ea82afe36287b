import { Button, Loader } from '@mantine/core'
import type { ReactNode } from 'react'
import { failureText } from '../app/failureText'
import classes from './LoadedPart.module.css'

type LoadedPartProps<T> = {
  query: { data?: T | undefined; error?: unknown; isLoading: boolean; refetch: () => unknown }
  children: (data: T) => ReactNode
}

/** Loading, failed or there: every list and page that waits for the server looks the same while it waits. */
export function LoadedPart<T>({ query, children }: LoadedPartProps<T>) {
  if (query.data !== undefined) return <>{children(query.data)}</>
  if (query.isLoading)
    return (
      <div className={classes.waiting} role="status">
        <Loader size="sm" /> Opening …
      </div>
    )
  return (
    <div className={classes.waiting} role="alert">
      <p>{failureText(query.error)}</p>
      <Button variant="default" onClick={() => void query.refetch()}>
        Try again
      </Button>
    </div>
  )
}
