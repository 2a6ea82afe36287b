import { Button } from '@mantine/core'

/** A page that broke: what is safe, and the one thing to do. */
export function BrokenPage() {
  return (
    <div style={{ padding: 48, maxWidth: 520 }} role="alert">
      <h1>This page broke</h1>
      <p style={{ margin: '12px 0 20px' }}>
        What you entered is safe. Open the page again; if it breaks once more, go back to Today.
      </p>
      <Button onClick={() => window.location.reload()}>Open again</Button>{' '}
      <Button variant="default" component="a" href="/">
        Today
      </Button>
    </div>
  )
}
