import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import '@fontsource-variable/bricolage-grotesque/wght.css'
import './app/layers.css'
import './app/firstStyles'
import './app/base.css'
import { MantineProvider } from '@mantine/core'
import { createRoot } from 'react-dom/client'
import { Provider } from 'react-redux'
import { RouterProvider } from 'react-router/dom'
import { router } from './app/router'
import { createStore } from './app/store'
import { cssVariables, theme } from './app/theme'

const root = document.getElementById('root')
if (root)
  createRoot(root).render(
    <MantineProvider theme={theme} cssVariablesResolver={cssVariables} defaultColorScheme="auto">
      <Provider store={createStore()}>
        <RouterProvider router={router} />
      </Provider>
    </MantineProvider>,
  )
