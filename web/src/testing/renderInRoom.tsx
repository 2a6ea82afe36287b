import { MantineProvider } from '@mantine/core'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { MemoryRouter } from 'react-router'

/** Shows a view of a room at an address; what comes from the server is given to it by the test. */
export function renderInRoom(part: ReactNode, path = '/') {
  return render(
    <MantineProvider env="test">
      <MemoryRouter initialEntries={[path]}>{part}</MemoryRouter>
    </MantineProvider>,
  )
}
