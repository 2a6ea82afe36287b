import '@fontsource-variable/atkinson-hyperlegible-next/wght.css'
import './client.css'
import { createRoot } from 'react-dom/client'
import { App } from './App'

const root = document.getElementById('root')
if (root) createRoot(root).render(<App />)
// afterwards the page opens with the network off
if ('serviceWorker' in navigator && import.meta.env.PROD)
  void navigator.serviceWorker.register('/c/sw.js', { scope: '/c/' }).catch(() => undefined)
