import { MantineProvider } from '@mantine/core'
import { configureStore } from '@reduxjs/toolkit'
import { render } from '@testing-library/react'
import type { ReactNode } from 'react'
import { Provider } from 'react-redux'
import { MemoryRouter, useLocation } from 'react-router'
import { api } from '../app/api'
import { matSlice } from '../mat/matSlice'
import { visitSlice } from '../outbox/visitSlice'
import { shoesSlice } from '../rooms/visit/shoes/shoesSlice'

/** Shows a room at an address, and says where one is afterwards. */
export function renderAt(address: string, room: ReactNode) {
  let here = address
  function Watch() {
    const { pathname, search } = useLocation()
    here = pathname + search
    return null
  }
  const store = configureStore({
    reducer: {
      visit: visitSlice.reducer,
      mat: matSlice.reducer,
      shoes: shoesSlice.reducer,
      [api.reducerPath]: api.reducer,
    },
    middleware: (usual) => usual().concat(api.middleware),
  })
  const view = render(
    <MantineProvider env="test">
      <Provider store={store}>
        <MemoryRouter initialEntries={[address]}>
          {room}
          <Watch />
        </MemoryRouter>
      </Provider>
    </MantineProvider>,
  )
  return { ...view, store, place: () => here }
}
