import { openBrowser, openPage, signIn } from './support/openBrowser'
async function main() {
  const base = 'http://127.0.0.1:4333'
  const { browser } = await openBrowser()
  const { page } = await openPage(browser)
  await page.emulateMediaFeatures([
    { name: 'prefers-color-scheme', value: process.env.DARK ? 'dark' : 'light' },
  ])
  const [w, h] = (process.env.SIZE ?? '1280x800').split('x').map(Number)
  await page.setViewport({ width: w!, height: h! })
  page.on('pageerror', (e) => console.log('pageerror', String(e)))
  page.on('console', (m) => m.type() === 'error' && console.log('console', m.text()))
  await signIn(page, base)
  // person:page:shoe
  for (const [i, what] of process.argv.slice(2).entries()) {
    const [who, tab, shoe, act] = what.split(':')
    await page.goto(`${base}/visit/demo${who}visit1/shoes`, { waitUntil: 'networkidle0' })
    await new Promise((r) => setTimeout(r, 500))
    if (tab)
      await page.evaluate((t) => {
        ;[...document.querySelectorAll('button[role=radio]')]
          .find((b) => b.textContent!.startsWith(t))
          ?.dispatchEvent(new MouseEvent('click', { bubbles: true }))
      }, tab)
    if (shoe)
      await page.evaluate((t) => {
        const s = document.querySelector('select[aria-label="Which shoe"]') as HTMLSelectElement
        const o = [...s.options].find((x) => x.text.startsWith(t))!
        const set = Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value')!.set!
        set.call(s, o.value)
        s.dispatchEvent(new Event('change', { bubbles: true }))
      }, shoe)
    if (act)
      await page.evaluate((t) => {
        ;[...document.querySelectorAll('button')].find((b) => b.textContent!.includes(t))?.click()
      }, act)
    await new Promise((r) => setTimeout(r, 900))
    await page.screenshot({ path: `/tmp/shots/z${i}.png` })
  }
  await browser.close()
}
void main()
