export * from './inForce'
export * from './heldBack'
