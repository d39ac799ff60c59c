import { readdirSync } from 'node:fs'
import { createNodeResolver, importX } from 'eslint-plugin-import-x'
import hooks from 'eslint-plugin-react-hooks'
import ts from 'typescript-eslint'

// Screens stand beside one another and share what is in parts; nothing that they share
// knows them. The top file of a screen imports its pieces, and no piece its top file.
const screens = readdirSync('src/screens')
const zones = [
  { target: './src/parts', from: './src/screens', message: 'parts know no screen' },
  { target: './src/api', from: ['./src/screens', './src/parts'], message: 'what speaks with the server knows nothing that is shown' },
  ...screens.map((s) => ({ target: `./src/screens/${s}`, from: './src/screens', except: [`./${s}`], message: 'a screen knows no other one: share it in parts' })),
]

export default ts.config(
  { ignores: ['dist', 'src/api/schema.gen.ts'] },
  ...ts.configs.recommended,
  { plugins: { 'react-hooks': hooks }, rules: hooks.configs.recommended.rules },
  {
    files: ['src/screens/**'],
    rules: { 'no-restricted-imports': ['error', { paths: [{ name: 'wouter', importNames: ['useLocation', 'useSearchParams'], message: 'use parts/address, which moves nobody who has left' }] }] },
  },
  {
    plugins: { 'import-x': importX },
    settings: { 'import-x/resolver-next': [createNodeResolver({ extensions: ['.ts', '.tsx'] })] },
    rules: { 'import-x/no-cycle': 'error', 'import-x/no-restricted-paths': ['error', { zones }] },
  },
)
