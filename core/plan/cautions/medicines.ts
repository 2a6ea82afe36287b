/** Medicines that raise a caution by themselves, whatever was ticked beside them. @source cautions: facts that raise a caution */
export const medicineGroups = ['bloodThinner', 'diabetes', 'steroid', 'boneStrength', 'gout'] as const
export type MedicineGroup = (typeof medicineGroups)[number]

// parts of names, in small letters: substances, not brands, and what people say for them
const named: Readonly<Record<MedicineGroup, readonly string[]>> = {
  bloodThinner: [
    'blood thin',
    'anticoag',
    'warfarin',
    'phenprocoumon',
    'acenocoumarol',
    'apixaban',
    'rivaroxaban',
    'edoxaban',
    'dabigatran',
    'heparin',
    'clopidogrel',
    'ticagrelor',
    'prasugrel',
  ],
  diabetes: ['insulin', 'metformin', 'diabet', 'gliclazid', 'glimepirid', 'gliptin', 'gliflozin', 'glutid'],
  steroid: ['cortison', 'steroid', 'predniso', 'prednison', 'dexamethason'],
  boneStrength: [
    'osteopor',
    'bisphosphonat',
    'alendron',
    'risedron',
    'ibandron',
    'zoledron',
    'denosumab',
    'teriparatid',
  ],
  gout: ['gout', 'allopurinol', 'febuxostat', 'colchicin'],
}

/**
 * Groups that a list of medicines names, in free words or picked.
 * @example medicineGroupsOf(['Insulin, twice a day']) // ['diabetes']
 */
export function medicineGroupsOf(medicines: readonly string[]): MedicineGroup[] {
  const text = medicines.join(' · ').toLowerCase()
  return medicineGroups.filter((group) => named[group].some((part) => text.includes(part)))
}
