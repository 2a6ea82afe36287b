export * from './gradeEffects'
export * from './gradeOf'
export * from './gradeParts'
