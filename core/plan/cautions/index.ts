export * from './cautionTable'
export * from './readCautions'
