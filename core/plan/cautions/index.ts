export * from './cautionTable'
export * from './medicines'
export * from './readCautions'
export * from './toldSigns'
