// The packages a room's test loads are thousands of small files, and every test file loads them anew. Bundled once,
// each is one file: a third of a room test's time was loading. Named by the lockfile, so a change of packages makes new
// ones; the packages themselves are unchanged.
const { existsSync, mkdirSync, readFileSync, readdirSync, renameSync, rmSync } = require('node:fs')
const { createHash } = require('node:crypto')
const { join } = require('node:path')

const root = join(__dirname, '..')
const bundled = [
  '@mantine/core',
  '@mantine/form',
  '@mantine/hooks',
  '@mantine/notifications',
  '@mantine/store',
  '@tabler/icons-react',
]
const shared = ['react', 'react-dom', 'react/jsx-runtime', 'react-dom/client', 'dayjs', ...bundled]

/** Of five thousand icons only those are bundled that some page names. */
function iconsNamed(folder = join(root, 'web'), found = new Set()) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) entry.name === 'dist' || entry.name === 'node_modules' || iconsNamed(path, found)
    else if (/\.tsx?$/.test(entry.name)) {
      const [, names = ''] =
        /import \{([^}]*)\} from '@tabler\/icons-react'/.exec(readFileSync(path, 'utf8')) ?? []
      for (const [name] of names.matchAll(/\bIcon\w+/g)) found.add(name)
    }
  }
  return [...found].sort()
}
const icons = iconsNamed()
const lock = createHash('sha256')
  .update(readFileSync(join(root, 'package-lock.json')))
  .update(readFileSync(__filename))
  .update(icons.join())
const folder = join(root, '.sturvo', 'vendor', lock.digest('hex').slice(0, 16))
const fileOf = (name) => join(folder, `${name.replaceAll('/', '-')}.cjs`)
const present = bundled.filter((name) => existsSync(join(root, 'node_modules', name)))

function bundleVendors() {
  if (existsSync(folder)) return
  const { buildSync } = require('esbuild')
  const making = `${folder}.${process.pid}`
  for (const name of present)
    buildSync({
      stdin: {
        contents:
          name === '@tabler/icons-react'
            ? `export { ${icons.join(', ')} } from '${name}'`
            : `module.exports = require('${name}')`,
        resolveDir: root,
        loader: 'js',
      },
      outfile: fileOf(name).replace(folder, making),
      bundle: true,
      format: 'cjs',
      platform: 'browser',
      ...(name !== '@tabler/icons-react' && { mainFields: ['main'], conditions: ['require', 'default'] }),
      external: shared.filter((other) => other !== name).flatMap((other) => [other, `${other}/*`]),
      // the test's own environment decides
      define: { 'process.env.NODE_ENV': 'process.env.NODE_ENV' },
      logLevel: 'error',
    })
  mkdirSync(making, { recursive: true })
  try {
    renameSync(making, folder)
  } catch {
    rmSync(making, { recursive: true, force: true }) // another run was first
  }
  for (const old of readdirSync(join(root, '.sturvo', 'vendor')))
    if (join(root, '.sturvo', 'vendor', old) !== folder)
      rmSync(join(root, '.sturvo', 'vendor', old), { recursive: true, force: true })
}

module.exports = bundleVendors
module.exports.mapper = Object.fromEntries(present.map((name) => [`^${name}$`, fileOf(name)]))
