// Builds what runs: the pages (packed once, for every browser) and the server with its command line and its threads.
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { dirname, join, relative } from 'node:path'
import { fileURLToPath } from 'node:url'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const root = join(dirname(fileURLToPath(import.meta.url)), '..')
const wanted = process.argv.slice(2)
const stamp = (folder) => writeFileSync(join(root, folder, 'dist', '.built'), '')

if (wanted.includes('server')) {
  const { build } = await import('esbuild')
  rmSync(join(root, 'server', 'dist'), { recursive: true, force: true })
  await build({
    absWorkingDir: root,
    entryPoints: { cli: 'demo/cli.ts', worker: 'server/work/worker.ts' },
    outdir: 'server/dist',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    // shorter to read at every start; names stay, so that a stack says where
    minifyWhitespace: true,
    minifySyntax: true,
    platform: 'node',
    target: 'node20',
    // in parts, each read when it is asked for: a measure does not wait for a server to be read
    format: 'esm',
    splitting: true,
    chunkNames: 'parts/[name]-[hash]',
    banner: {
      js: [
        "import { createRequire as __createRequire } from 'node:module'",
        "import { dirname as __folderOf } from 'node:path'",
        "import { fileURLToPath as __pathOf } from 'node:url'",
        'const require = __createRequire(import.meta.url)',
        'const __filename = __pathOf(import.meta.url)',
        'const __dirname = __folderOf(__filename)',
      ].join('\n'),
    },
    // a file on this machine is all it opens: without the parts that speak to other machines
    alias: { '@libsql/client': '@libsql/client/sqlite3' },
    // these bring binaries, threads or files of their own
    external: [
      '@libsql/client/sqlite3',
      '@node-rs/argon2',
      '@zxcvbn-ts/language-common',
      'highs',
      'pdfmake',
      'pino',
      'pino-http',
      'piscina',
      'sharp',
    ],
    logLevel: 'warning',
  })
  stamp('server')
}

if (wanted.includes('web')) {
  const { build } = await import('vite')
  await build({ root: join(root, 'web'), logLevel: 'warn' })
  await buildClientPage(build)
  packAll(join(root, 'web', 'dist'))
  stamp('web')
}

/** The client's page: its own files, and the worker that keeps them on the phone. */
async function buildClientPage(build) {
  const folder = join(root, 'web', 'dist', 'c')
  await build({
    root: join(root, 'web', 'client'),
    configFile: join(root, 'web', 'client', 'vite.config.mts'),
    logLevel: 'warn',
  })
  const files = readdirSync(folder, { recursive: true, withFileTypes: true })
    .filter((file) => file.isFile())
    .map((file) => join(file.parentPath, file.name))
    // letters beyond the plain ones are loaded where somebody writes them
    .filter((file) => !/latin-ext/.test(file))
    .map((file) => ({
      url: `/c/${relative(folder, file).replaceAll('\\', '/')}`,
      revision: createHash('sha256').update(readFileSync(file)).digest('hex').slice(0, 16),
    }))
    .sort((a, b) => (a.url < b.url ? -1 : 1))
  await buildPlanFile(build)
  const { build: bundle } = await import('esbuild')
  await bundle({
    absWorkingDir: root,
    entryPoints: ['web/client/sw.ts'],
    outfile: join(folder, 'sw.js'),
    bundle: true,
    minify: true,
    platform: 'browser',
    target: ['chrome109', 'safari16', 'firefox115'],
    define: { PAGE_FILES: JSON.stringify(files), 'process.env.NODE_ENV': '"production"' },
    logLevel: 'warning',
  })
}

/** The client's page as one file, with a place for the plan: style, letters and script inside it. */
async function buildPlanFile(build) {
  const client = join(root, 'web', 'client')
  const { output } = [
    await build({
      root: client,
      configFile: join(client, 'vite.config.mts'),
      logLevel: 'warn',
      build: {
        write: false,
        emptyOutDir: false,
        copyPublicDir: false,
        cssCodeSplit: false,
        assetsInlineLimit: 1_000_000,
        rollupOptions: { input: join(client, 'file.html') },
      },
    }),
  ].flat()[0]
  const textOf = (end) =>
    output
      .filter((file) => file.fileName.endsWith(end))
      .map((file) => (file.type === 'chunk' ? file.code : String(file.source)))
  const [page] = textOf('.html')
  const [scripts, styles] = [textOf('.js'), textOf('.css')]
  if (scripts.length !== 1) throw new Error(`the plan file has ${scripts.length} scripts, not one`)
  const bare = page
    .replace(/<script type="module"[^>]*><\/script>/, '')
    .replace(/<link rel="stylesheet"[^>]*>/g, '')
  // as functions: a script may hold what a replacement would read as its own signs
  writeFileSync(
    join(root, 'web', 'dist', 'planFile.html'),
    bare
      .replace('</head>', () => `<style>${styles.join('')}</style></head>`)
      .replace(
        '</body>',
        () => `<script type="module">${scripts[0].replaceAll('</script', '<\\/script')}</script></body>`,
      ),
  )
}

/** Beside each file its packed forms, where they are smaller: packing at each request would cost every reader. */
function packAll(folder) {
  for (const name of readdirSync(folder)) {
    const file = join(folder, name)
    if (statSync(file).isDirectory()) {
      packAll(file)
      continue
    }
    if (!/\.(js|css|html|svg|json|wasm|webmanifest)$/.test(name)) continue
    const bytes = readFileSync(file)
    if (bytes.length < 1024) continue
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }))
    writeFileSync(
      `${file}.br`,
      brotliCompressSync(bytes, { params: { [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length } }),
    )
  }
}
