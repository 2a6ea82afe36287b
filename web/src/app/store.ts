import { configureStore } from '@reduxjs/toolkit'
import { useDispatch, useSelector, useStore } from 'react-redux'
import { api } from './api'
import { matSlice } from '../mat/matSlice'
import { outbox } from '../outbox/outbox'
import { shoesSlice } from '../rooms/visit/shoes/shoesSlice'
import { visitSlice } from '../outbox/visitSlice'

export function createStore() {
  return configureStore({
    reducer: {
      [api.reducerPath]: api.reducer,
      mat: matSlice.reducer,
      shoes: shoesSlice.reducer,
      visit: visitSlice.reducer,
    },
    middleware: (standard) => standard().prepend(outbox.middleware).concat(api.middleware),
  })
}

export type Store = ReturnType<typeof createStore>
export type RootState = ReturnType<Store['getState']>
export const useAppDispatch = useDispatch.withTypes<Store['dispatch']>()
export const useAppSelector = useSelector.withTypes<RootState>()
export const useAppStore = useStore.withTypes<Store>()
