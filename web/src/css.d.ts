declare module '*.module.css' {
  const classes: Record<string, string>
  export default classes
}
declare module '@fontsource-variable/*'
declare module 'highs/runtime?url' {
  const url: string
  export default url
}
