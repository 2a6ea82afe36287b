export * from './sway'
