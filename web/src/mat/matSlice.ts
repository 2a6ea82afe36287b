import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

export const matLayers = ['load', 'arch', 'print', 'toes', 'pain', 'skin', 'shoe'] as const
export type MatLayer = (typeof matLayers)[number]
export type MatState = { shown: MatLayer[]; isOverlaid: boolean }
const initialState: MatState = { shown: ['load', 'arch'], isOverlaid: false }

/** Which layers lie on the Mat. A step brings its own; the practitioner may add or take away. */
export const matSlice = createSlice({
  name: 'mat',
  initialState,
  reducers: {
    layersChosen(mat, action: PayloadAction<MatLayer[]>) {
      mat.shown = action.payload
    },
    layerToggled(mat, { payload: layer }: PayloadAction<MatLayer>) {
      mat.shown = mat.shown.includes(layer) ? mat.shown.filter((l) => l !== layer) : [...mat.shown, layer]
    },
    overlayToggled(mat) {
      mat.isOverlaid = !mat.isOverlaid
    },
    nextLayerChosen(mat) {
      const at = matLayers.findIndex((l) => l === mat.shown[mat.shown.length - 1])
      mat.shown = [matLayers[(at + 1) % matLayers.length]!]
    },
  },
  selectors: { selectLayers: (mat) => mat.shown, selectIsOverlaid: (mat) => mat.isOverlaid },
})
export const { layersChosen, layerToggled, nextLayerChosen, overlayToggled } = matSlice.actions
export const { selectLayers, selectIsOverlaid } = matSlice.selectors
