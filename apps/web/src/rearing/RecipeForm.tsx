import { newId, RecipeChange, RecipeDraft, recipesApi, type RecipeView } from '@hatch-book/contract'
import { partsInText, partsOfText } from '@hatch-book/core'
import { ContractForm } from '../parts/form/ContractForm'
import { FormActions } from '../parts/form/FormActions'
import { NumberField, PickField, quantityOf, QuantityField, TextField } from '../parts/form/fields'
import { useContractForm } from '../parts/form/useContractForm'
import { send } from '../shell/api'
import { useFigures } from '../shell/figures'

const PORTIONS = [
  { value: 'share', label: 'a share of body weight' },
  { value: 'each', label: 'the same for each animal' },
] as const
type Portion = (typeof PORTIONS)[number]['value']

interface Draft {
  name: string
  parts: string
  keepsDays: number | null
  portion: Portion
  percent: number | null
  grams: string
}

const ROWS = 5
const FIELD_OF: Readonly<Record<string, string>> = {
  ...{ parts: 'parts', portionShare: 'percent', portionGrams: 'grams' },
}

/** A recipe as it is written: what is in it by weight, how long it keeps, and how much of it is a meal. */
export function RecipeForm({ recipe, onDone }: { recipe?: RecipeView; onDone(): void }) {
  const figures = useFigures()
  const form = useContractForm({
    begin: {
      name: recipe?.name ?? '',
      parts: recipe ? partsInText(recipe.parts) : '',
      keepsDays: recipe?.keepsDays ?? 3,
      portion: recipe?.portionGrams != null ? 'each' : 'share',
      percent: recipe?.portionShare != null ? Math.round(recipe.portionShare * 1000) / 10 : 5,
      grams: recipe?.portionGrams != null ? figures.typed.mass.write(recipe.portionGrams) : '',
    } as Draft,
    schema: recipe ? RecipeChange : RecipeDraft,
    body: ({ name, parts, keepsDays, portion, percent, grams }) => {
      const read = partsOfText(parts)
      return {
        ...(recipe ? { version: recipe.version } : { id: newId() }),
        ...{ name, keepsDays, parts: 'parts' in read ? read.parts : [] },
        portionShare: portion === 'share' && percent !== null ? percent / 100 : null,
        portionGrams: portion === 'each' ? quantityOf(figures, 'mass', grams) : null,
      }
    },
    send: (body) =>
      recipe
        ? send(recipesApi.change, { params: { id: recipe.id }, body: body as RecipeChange }, onDone)
        : send(recipesApi.add, { body: body as RecipeDraft }, onDone),
    fieldOf: (field) => FIELD_OF[field.split('.')[0]!] ?? field,
  })
  const { portion } = form.draft
  return (
    <ContractForm
      of={form}
      label={recipe ? `Recipe ${recipe.name}` : 'New recipe'}
      className="card now below-16 upto-620"
      actions={<FormActions of={form} save="Save recipe" onCancel={onDone} />}
    >
      <TextField
        name="name"
        label="Name"
        most={60}
        autoFocus
        needed="give it a name, such as fruit mash"
        hint="the same name as the feed in the protocol"
      />
      <PartsField />
      <div className="row fields">
        <NumberField
          name="keepsDays"
          label="Keeps, days"
          min={1}
          max={365}
          width={110}
          needed="enter how many days it keeps"
        />
        <PickField<Portion> name="portion" label="Portion" options={[...PORTIONS]} width={210} />
        {portion === 'share' ? (
          <NumberField
            name="percent"
            label="Share of body weight, %"
            min={0.1}
            max={100}
            step={0.5}
            width={180}
            needed="enter the share of body weight"
          />
        ) : (
          <QuantityField
            name="grams"
            label="Each"
            of="mass"
            width={110}
            needed="enter the weight of a portion"
          />
        )}
      </div>
    </ContractForm>
  )
}

/** One thing a line: how many parts by weight, then what; with a slash, another each week. */
function PartsField() {
  return (
    <TextField
      name="parts"
      label="Ingredients"
      rows={ROWS}
      placeholder={'3 papaya\n2 banana\n1 fig / mango / apricot'}
      hint="one per line, in parts by weight; a slash between ingredients that take turns each week"
      check={(text) => {
        const read = partsOfText(text)
        return 'says' in read ? read.says : null
      }}
    />
  )
}
