/** What the options of a component or a controller of scopes begin, ended as that goes; values taken out of a store as references. */
import { mendedFile as becomes } from '../../testing/planned';

describe('options of a Vue component', () => {
  const note = (options: string, version = 2): string =>
    becomes(
      {
        'package.json': `{"dependencies":{"vue":"^${version}.7.0"}}`,
        'src/Note.vue': `<template><b>{{ last }}</b></template>

<script>
import { bus } from './bus';

export default {
  data() {
    return { last: 0 };
  },
${options}
  methods: {
    keep(which) {
      this.last = which;
    },
  },
};
</script>
`,
        'src/bus.js': `import Vue from 'vue';\nexport const bus = new Vue();\n`,
      },
      'src/Note.vue',
      'leaked-listener',
    );

  test.each([
    [
      'a listener, and no option that leaves',
      `  created() {\n    window.addEventListener('resize', this.keep);\n  },`,
      2,
      `  },\n  beforeDestroy() {\n    window.removeEventListener('resize', this.keep);\n  },\n  methods`,
    ],
    [
      'a timer, in a later version',
      `  mounted() {\n    setInterval(() => this.keep(1), 1000);\n  },`,
      3,
      `    this.timer = setInterval(() => this.keep(1), 1000);\n  },\n  beforeUnmount() {\n    clearInterval(this.timer);\n  },`,
    ],
    [
      'beside what is ended already',
      `  created() {\n    bus.$on('dug', this.keep);\n  },\n  destroyed() {\n    this.keep(0);\n  },`,
      2,
      `  destroyed() {\n    this.keep(0);\n    bus.$off('dug', this.keep);\n  },`,
    ],
  ])('%s', (_what, options, version, after) => {
    expect(note(options, version)).toContain(after);
  });

  test('begun in a branch, it is left to a person', () => {
    expect(note(`  created() {\n    if (this.last) bus.$on('dug', this.keep);\n  },`)).toBe(
      'It is started in a branch or a callback.',
    );
  });
});

describe('controllers of scopes', () => {
  const clock = (params: string, body: string): string =>
    becomes(
      {
        'package.json': '{"dependencies":{"angular":"1.8.0"}}',
        'index.html': '<div ng-app="app"><day-clock ng-if="open"></day-clock></div>',
        'src/clock.js': `angular.module('app', []).component('dayClock', {
  template: '<b>{{ $ctrl.minutes }}</b>',
  controller: [${params.replace(/[$\w]+/g, "'$&'")}, DayClock],
});

function DayClock(${params}) {
  var vm = this;
  vm.minutes = 0;
${body}
}
`,
      },
      'src/clock.js',
      'leaked-listener',
    );

  test.each([
    [
      'a timer, as the component comes',
      '$interval',
      `  vm.$onInit = function () {\n    $interval(tick, 60000);\n  };\n  function tick() { vm.minutes++; }`,
      `  var timer;\n  vm.$onInit = function () {\n    timer = $interval(tick, 60000);\n  };\n  vm.$onDestroy = function () {\n    $interval.cancel(timer);\n  };`,
    ],
    [
      'a message of the outermost scope',
      '$rootScope',
      `  $rootScope.$on('dug', function () { vm.minutes++; });`,
      `  var off = $rootScope.$on('dug', function () { vm.minutes++; });\n  vm.$onDestroy = off;`,
    ],
    [
      'where a scope is asked for',
      '$scope, $interval',
      `  $interval(tick, 60000);\n  function tick() { vm.minutes++; }`,
      `  var timer = $interval(tick, 60000);\n  $scope.$on('$destroy', function () {\n    $interval.cancel(timer);\n  });`,
    ],
  ])('%s', (_what, params, body, after) => {
    expect(clock(params, body)).toContain(after);
  });

  test('one that does something as it goes already is left to a person', () => {
    const body = `  vm.$onDestroy = function () {};\n  $rootScope.$on('dug', function () { vm.minutes++; });`;
    expect(clock('$rootScope', body)).toContain('vm.$onDestroy is there already');
  });
});

test.each([
  ['alone', 'const { left } = useAlarms();', 'const { left } = storeToRefs(useAlarms());'],
  [
    'beside a function of it',
    'const { left, reset } = useAlarms();',
    'const store = useAlarms();\nconst { reset } = store;\nconst { left } = storeToRefs(store);',
  ],
])('a value taken out of a store once stays live: %s', (_what, taken, after) => {
  const sources = {
    'src/main.js': `import { createApp } from 'vue';\nimport Bell from './Bell.vue';\ncreateApp(Bell).mount('#app');\n`,
    'src/alarms.js': `import { defineStore } from 'pinia';
import { ref } from 'vue';
export const useAlarms = defineStore('alarms', () => {
  const left = ref(2);
  function reset() { left.value = 0; }
  return { left, reset };
});
`,
    'src/Bell.vue': `<script setup>\nimport { useAlarms } from './alarms';\n\n${taken}\n</script>\n\n<template>\n  <p @click="useAlarms().reset()">{{ left }}</p>\n</template>\n`,
  };
  const bell = becomes(sources, 'src/Bell.vue', 'frozen-read');
  expect(bell).toContain(after);
  expect(bell).toContain(`import { storeToRefs } from 'pinia';`);
});

describe('data that starts as a copy is computed', () => {
  const note = (options: string): string => {
    const sources = {
      'package.json': '{"dependencies":{"vue":"^2.7.0"}}',
      'src/main.js': `import Vue from 'vue';\nimport App from './App.vue';\nnew Vue({ render: (h) => h(App) }).$mount('#app');\n`,
      'src/App.vue': `<template><note :note="note" @click.native="note = 'dry'" /></template>\n<script>\nimport Note from './Note.vue';\nexport default { components: { Note }, data() { return { note: 'wet' }; } };\n</script>\n`,
      'src/Note.vue': `<template><small>{{ kept }}</small></template>

<script>
export default {
  name: 'Note',
  props: { note: { type: String, required: true } },
${options}
};
</script>
`,
    };
    return becomes(sources, 'src/Note.vue', 'frozen-read');
  };

  test.each([
    [
      'alone',
      `  data() {\n    return { kept: this.note };\n  },`,
      `  computed: {\n    kept() {\n      return this.note;\n    },\n  },`,
    ],
    [
      'beside others',
      `  data() {\n    return {\n      open: false,\n      kept: this.note,\n    };\n  },`,
      `      open: false,\n    };\n  },\n  computed: {\n    kept() {\n      return this.note;\n    },\n  },`,
    ],
    [
      'beside what is computed already',
      `  data() {\n    return { kept: this.note };\n  },\n  computed: {\n    loud() {\n      return this.note.toUpperCase();\n    },\n  },`,
      `  computed: {\n    kept() {\n      return this.note;\n    },\n    loud() {`,
    ],
  ])('%s', (_what, options, after) => {
    const text = note(options);
    expect(text).toContain(after);
    expect(text).not.toContain('kept: this.note');
  });

  test('but not what its own function works out', () => {
    expect(note(`  data() {\n    const note = this.note;\n    return { kept: this.note, note2: note };\n  },`)).toBe(
      'kept starts from what only data() knows.',
    );
  });
});
