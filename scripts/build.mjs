// Builds what runs: the pages (packed once, for every browser) and the server with its command line and its threads.
import { readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
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
  packAll(join(root, 'web', 'dist'))
  stamp('web')
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
