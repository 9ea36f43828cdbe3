import { foundBy, surveyOf } from '../testing/project';

describe('lost-overflow', () => {
  const given = (template: string, script = ''): ReturnType<typeof surveyOf> =>
    surveyOf({
      'package.json': '{ "dependencies": { "vue": "3.4.0" } }',
      'src/App.vue': `<script setup>import Bed from './Bed.vue';</script><template><main><Bed name="a" title="b" /></main></template>`,
      'src/Bed.vue': `<script setup>defineProps(['name']); ${script}</script><template>${template}</template>`,
    });

  test.each([
    ['two roots', '<b>{{ name }}</b><i />', '', ['App.title']],
    ['one root', '<b>{{ name }}</b>', '', []],
    ['one of two roots takes them', '<b>{{ name }}</b><i v-bind="$attrs" />', '', []],
    ['one or the other root', '<b v-if="name">{{ name }}</b><i v-else />', '', []],
    [
      'they are taken by the script',
      '<b>{{ name }}{{ rest.title }}</b><i />',
      "import { useAttrs } from 'vue'; const rest = useAttrs();",
      [],
    ],
  ])('%s', (_what, template, script, found) => {
    expect(foundBy('lost-overflow', given(template, script))).toEqual(found);
  });
});
