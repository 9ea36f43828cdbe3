import { RULES } from '.';
import { Config } from './config';
import { one, surveyOf } from '../testing/project';
import { toSarif } from '../write/sarif';

const EXAMPLES = RULES.flatMap((rule) => [
  { id: rule.id, where: 'at first', examples: rule.examples },
  ...Object.entries(rule.examplesIn ?? {}).map(([family, examples]) => ({ id: rule.id, where: family, examples })),
]);

describe.each(EXAMPLES)('$id, $where', ({ id, examples }) => {
  test('its failing example fails by it', () => {
    expect(
      surveyOf(examples.failing)
        .findings()
        .map((f) => f.rule),
    ).toContain(id);
  });
  test('it says what is wrong, what comes of it and what to do, each in whole sentences', () => {
    for (const { message, effect, todo } of surveyOf(examples.failing).findings())
      for (const said of [message, effect, todo]) {
        expect(said).toMatch(/^\S.*[.?)]$/);
        expect(said).not.toMatch(/undefined(?! for| instead)|null|\[object|\$\{| {2}|\bNaN\b/);
      }
  });
  test('its passing example passes', () => {
    expect(surveyOf(examples.passing).findings()).toEqual([]);
  });
});

const CHAIN = `function App() { const [units, setUnits] = useState('c'); return <main title={units}><House units={units} onPick={setUnits} /></main>; }
  function House({ units, onPick }) { return <Zone units={units} onPick={onPick} />; }
  function Zone({ units, onPick }) { return <Tray units={units} onPick={(u) => onPick(u)} />; }
  function Tray({ units, onPick }) { return <b onClick={() => onPick('k')}>{units}</b>; }`;

test('a chain is one finding, at its first relay, in the order the value travels', () => {
  const findings = one(CHAIN).findings();
  expect(findings.map((f) => [f.rule, f.component, f.name, f.line, f.components])).toEqual([
    ['drilled-prop', 'House', 'units', 3, ['App', 'House', 'Zone', 'Tray']],
    ['relayed-event', 'Zone', 'onPick', 4, ['Tray', 'Zone', 'House', 'App']],
  ]);
  expect(findings[0]?.message).toBe('House and Zone pass units on without using it, all the way from App to Tray.');
});

test('one relay is not drilling, unless the project says so', () => {
  const source = `function App() { const [units] = useState('c'); return <Zone units={units} />; }
    function Zone({ units }) { return <Tray units={units} />; }
    function Tray({ units }) { return <b>{units}</b>; }`;
  expect(one(source).findings()).toEqual([]);
  const strict = surveyOf(
    { 'src/App.jsx': `import { useState } from 'react';\n${source}` },
    Config.parse({ rules: { 'drilled-prop': { relays: 1 } } }),
  );
  expect(strict.findings()).toMatchObject([{ rule: 'drilled-prop', component: 'Zone' }]);
});

test('who uses it on the way is no relay', () => {
  const source = CHAIN.replace('return <Zone units={units}', 'console.log(units); return <Zone units={units}');
  expect(
    one(source)
      .findings()
      .map((f) => f.rule),
  ).toEqual(['relayed-event']);
});

test('markup handed over does not count as drilling', () => {
  const source = `function App() { const [units] = useState('c'); return <A><B><Tray units={units} /></B></A>; }
    function A({ children }) { return <p>{children}</p>; }
    function B({ children }) { return <p>{children}</p>; }
    function Tray({ units }) { return <b>{units}</b>; }`;
  expect(one(source).findings()).toEqual([]);
});

test('a literal handed down far is drilled too', () => {
  const source = CHAIN.replace('units={units} onPick={setUnits}', 'units="c" onPick={setUnits}');
  expect(
    one(source)
      .findings()
      .map((f) => f.rule),
  ).toContain('relayed-event');
});

test('levels, accepting and switching off', () => {
  const sources = { 'src/App.jsx': `import { useState } from 'react';\n${CHAIN}` };
  const config = Config.parse({
    rules: { 'relayed-event': { level: 'off' }, 'drilled-prop': { level: 'error' } },
  });
  expect(surveyOf(sources, config).findings()).toMatchObject([{ rule: 'drilled-prop', level: 'error' }]);
  const accepting = Config.parse({ accepted: [{ rule: 'drilled-prop', component: 'House', reason: 'short-lived' }] });
  const survey = surveyOf(sources, accepting);
  expect(survey.findings().map((f) => f.rule)).toEqual(['relayed-event']);
  expect(survey.document()).toMatchObject({
    findings: [{ rule: 'relayed-event' }],
    accepted: [{ rule: 'drilled-prop', component: 'House', reason: 'short-lived' }],
  });
  survey.accept(Config.parse({}));
  expect(survey.findings().map((f) => f.rule)).toEqual(['drilled-prop', 'relayed-event']);
  expect(survey.document().accepted).toBeUndefined();
});

test('a prop taken out of the rest is used by that', () => {
  expect(one(`function Tray({ units, ...rest }) { return <b {...rest} />; }`).findings()).toEqual([]);
});

test('a default keeps a context from missing its provider', () => {
  expect(
    one(`const Units = createContext('c'); function Gauge() { return <b>{useContext(Units)}</b>; }`).findings(),
  ).toEqual([]);
});

test('the parts of a library wait for whoever uses them', () => {
  const survey = surveyOf({
    'src/tabs.jsx': `import { createContext, useContext } from 'react';
      const Rail = createContext(null);
      export function Track({ children }) { return <Rail.Provider value={1}>{children}</Rail.Provider>; }
      export function Stop() { return <b>{useContext(Rail)}</b>; }
      export function Sign() { return <i>{useContext(Rail)}</i>; }`,
  });
  expect(survey.findings()).toEqual([]);
});

test('SARIF: each result names a rule that is described, and a place', () => {
  const { runs } = toSarif(one(CHAIN).findings()) as {
    runs: {
      tool: { driver: { rules: { id: string }[] } };
      results: { ruleId: string; ruleIndex: number; locations: unknown[] }[];
    }[];
  };
  const [run] = runs;
  expect(run?.results).toHaveLength(2);
  for (const result of run?.results ?? []) expect(run?.tool.driver.rules[result.ruleIndex]?.id).toBe(result.ruleId);
  expect(run?.results[0]?.locations).toEqual([
    {
      physicalLocation: {
        artifactLocation: { uri: 'src/App.jsx', uriBaseId: 'PROJECT' },
        region: { startLine: 3, startColumn: 20 },
      },
    },
  ]);
});

test('a field set on the state of a class is changed in place', () => {
  const survey = surveyOf({
    'src/Tray.jsx': `import React from 'react';
      export class Tray extends React.Component {
        state = { open: false };
        toggle = () => { this.state.open = true; }; close = () => this.setState({ open: false });
        render() { return <b onClick={this.toggle} onBlur={this.close}>{this.state.open ? 1 : 2}</b>; }
      }`,
  });
  expect(survey.findings().map((one) => [one.rule, one.component, one.name, one.line])).toEqual([
    ['direct-write', 'Tray', 'open', 4],
  ]);
});

test('what to do is said in the terms of the family', () => {
  const vue = (script: string, template: string): string =>
    `<script setup>\n${script}\n</script>\n<template>\n${template}\n</template>\n`;
  const [inVue] = surveyOf({
    'src/App.vue': vue(`import Bed from './Bed.vue';`, `<Bed />`),
    'src/Bed.vue': vue(`import { inject } from 'vue'; const soil = inject('soil');`, `<b>{{ soil }}</b>`),
    'src/main.js': `import { createApp } from 'vue'; import App from './App.vue'; createApp(App).mount('#app');`,
  })
    .findings()
    .filter((finding) => finding.rule === 'missing-provider');
  const [inReact] = one(`const Soil = createContext(null);
    function App() { return <Bed />; }
    function Bed() { return <b>{useContext(Soil)}</b>; }`)
    .findings()
    .filter((finding) => finding.rule === 'missing-provider');
  expect(inVue?.todo).toBe('Call provide() in a component above Bed, or pass a default to inject().');
  expect(inReact?.todo).toBe('Render a provider of Soil above Bed, or give Soil a default.');
});
