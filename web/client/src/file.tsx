import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import './client.css'
import { createRoot } from 'react-dom/client'
import { App } from './App'
import { readEmbedded } from './embedded'
import { HandBack } from './HandBack'
import { words } from './words'

// the same page as one file: nothing is sent, the log is handed back by hand
const root = document.getElementById('root')
if (root)
  readEmbedded().then(
    () => createRoot(root).render(<App HandBack={HandBack} />),
    () => {
      root.textContent = words.brokenFile
      root.setAttribute('role', 'alert')
    },
  )
