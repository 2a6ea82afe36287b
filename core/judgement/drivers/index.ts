export * from './driverTable'
export * from './readDrivers'
