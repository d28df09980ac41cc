import { writeFileSync } from 'node:fs'
import { libraryPage } from './speciesLibrary'

writeFileSync(new URL('../docs/species-library.md', import.meta.url), libraryPage())
