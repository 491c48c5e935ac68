import { defineConfigWithVueTs, vueTsConfigs } from '@vue/eslint-config-typescript'
import prettier from 'eslint-config-prettier/flat'
import vue from 'eslint-plugin-vue'

export default defineConfigWithVueTs(
  { ignores: ['dist', 'src/api/generated.ts', 'public/theme.js'] },
  vue.configs['flat/recommended'],
  vueTsConfigs.strict,
  // Props are destructured: what is left out is undefined, as the types say.
  { rules: { 'vue/require-default-prop': 'off' } },
  prettier,
)
