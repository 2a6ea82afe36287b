export { movementFigure, hasMovement, movementIds, type MovementFigure } from './movementFigure'
export { frameSvg, framePaths, printColours, type FigureColours, type FramePath, viewBoxOf } from './paint'
export type { Frame, FigureShape, SceneBox } from './shape'
