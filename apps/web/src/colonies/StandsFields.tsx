import { NumberField, QuantityField } from '../parts/form/fields'

/** In how many bins a colony stands, and how warm. */
export function StandsFields() {
  return (
    <>
      <NumberField name="bins" label="Bins" min={1} max={500} width={100} needed="Enter the number of bins" />
      <QuantityField
        name="celsius"
        label="Stands at"
        of="temperature"
        width={120}
        needed="Enter its temperature"
      />
    </>
  )
}
