export * from './gradeOf'
