import { createSlice, type PayloadAction } from '@reduxjs/toolkit'

export const shoePages = ['shoe', 'fit', 'ground', 'devices', 'look'] as const
/** What is shown of the chosen shoe, or of the shelf as a whole. */
export type ShoePage = (typeof shoePages)[number]
export type ShoesState = {
  chosenId: string | undefined
  page: ShoePage
  /** hours a week tried out, by shoe; undefined while nothing is tried */
  whatIf: Record<string, number> | undefined
}
const initialState: ShoesState = { chosenId: undefined, page: 'shoe', whatIf: undefined }

/** Which shoe lies on the table, which page of it is open, and the hours that are only tried out. */
export const shoesSlice = createSlice({
  name: 'shoes',
  initialState,
  reducers: {
    shoeChosen(shoes, action: PayloadAction<string | undefined>) {
      shoes.chosenId = action.payload
    },
    pageOpened(shoes, action: PayloadAction<ShoePage>) {
      shoes.page = action.payload
    },
    whatIfBegun(shoes, action: PayloadAction<Record<string, number>>) {
      shoes.whatIf = action.payload
    },
    hoursMoved(shoes, { payload }: PayloadAction<{ from: string; to: string; hours: number }>) {
      const { whatIf } = shoes
      if (!whatIf) return
      // what one gives the other gets; nobody has more hours than there were
      const moved = Math.min(Math.max(payload.hours, -(whatIf[payload.to] ?? 0)), whatIf[payload.from] ?? 0)
      whatIf[payload.from] = (whatIf[payload.from] ?? 0) - moved
      whatIf[payload.to] = (whatIf[payload.to] ?? 0) + moved
    },
    whatIfEnded(shoes) {
      shoes.whatIf = undefined
    },
  },
  selectors: {
    selectChosenId: (shoes) => shoes.chosenId,
    selectPage: (shoes) => shoes.page,
    selectWhatIf: (shoes) => shoes.whatIf,
  },
})
export const { shoeChosen, pageOpened, whatIfBegun, hoursMoved, whatIfEnded } = shoesSlice.actions
export const { selectChosenId, selectPage, selectWhatIf } = shoesSlice.selectors
