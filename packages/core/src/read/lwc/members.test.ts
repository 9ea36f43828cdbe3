import { foundBy, trailsOf } from '../../testing/project';
import { webComponents } from '../../testing/webComponents';
import type { Survey } from '../../survey';

const readers = (survey: Survey, value: string): string[] =>
  survey.trail(value).readers.map(({ component }) => component ?? '');

describe('public members', () => {
  const house = (body: string, markup = '{depth}'): Survey =>
    webComponents({
      House: ['<c-bed-tile depth={deep} bed-name="oak"></c-bed-tile>', 'deep = 1; dig() { this.deep = 2; }'],
      BedTile: [markup, body],
    });

  test.each([
    ['a field', '@api depth; @api bedName;', '{depth}'],
    ['a field with a first value', '@api depth = 3; @api bedName;', '{depth}'],
    [
      'a setter',
      'kept = 0; @api get depth() { return this.kept; } set depth(to) { console.log(to); } @api bedName;',
      '{kept}',
    ],
    [
      'a setter that says so itself',
      'kept = 0; get depth() { return this.kept; } @api set depth(to) { console.log(to); } @api bedName;',
      '{kept}',
    ],
  ])('%s takes what is passed', (_what, body, markup) => {
    const survey = house(body, markup);
    expect(trailsOf(survey, 'House.deep')).toEqual(['House.deep > BedTile.depth']);
    expect(
      survey
        .document()
        .components.find(({ name }) => name === 'BedTile')
        ?.props.map(({ name }) => name)
        .sort(),
    ).toEqual(['bedName', 'depth']);
  });

  test('an attribute is called as its property is', () => {
    const survey = webComponents({
      House: [
        '<c-bed-tile readonly={locked} bed-name={title}></c-bed-tile>',
        'locked = true; title = 1; turn() { this.locked = false; this.title = 2; }',
      ],
      BedTile: ['{readOnly} {bedName}', '@api readOnly; @api bedName;'],
    });
    expect(trailsOf(survey, 'House.locked')).toEqual(['House.locked > BedTile.readOnly']);
    expect(trailsOf(survey, 'House.title')).toEqual(['House.title > BedTile.bedName']);
    expect(foundBy('unknown-prop', survey)).toEqual([]);
  });

  test('what nobody marks public is not taken', () => {
    expect(foundBy('unknown-prop', house('depth;'))).toHaveLength(1);
  });

  test('spread, it takes what the object has', () => {
    const survey = webComponents({
      House: [
        '<c-bed-tile lwc:spread={all}></c-bed-tile>',
        'deep = 1; get all() { return { depth: this.deep }; } dig() { this.deep = 2; }',
      ],
      BedTile: ['{depth}', '@api depth;'],
    });
    expect(trailsOf(survey, 'House.deep')).toEqual(['House.deep > overflow:BedTile.depth']);
  });

  test('one that is chosen while the program runs', () => {
    const survey = webComponents({
      House: [
        '<lwc-component lwc:is={shown} depth={deep}></lwc-component>',
        'shown = BedTile; deep = 1; dig() { this.deep = 2; }',
        `import BedTile from 'c/bedTile';`,
      ],
      BedTile: ['{depth}', '@api depth;'],
    });
    expect(trailsOf(survey, 'House.deep')).toEqual(['House.deep > BedTile.depth']);
  });
});

describe('markup', () => {
  test.each([
    ['shown', '{deep}'],
    ['in a text', 'It is {deep} deep.'],
    ['in an attribute', '<p title={deep}>x</p>'],
    ['asked', '<p lwc:if={deep}>x</p>'],
    ['asked after another', '<p lwc:if={other}>y</p><p lwc:elseif={deep}>x</p><p lwc:else>z</p>'],
    ['asked the older way', '<template if:true={deep}>x</template>'],
    ['asked against', '<template if:false={deep}>x</template>'],
    ['gone through', '<template for:each={deep} for:item="one"><p key={one.id}>{one.name}</p></template>'],
    [
      'gone through step by step',
      '<template iterator:step={deep}><p key={step.value.id}>{step.value.name}</p></template>',
    ],
    ['by a getter', '{deeper}'],
  ])('a value is %s', (_how, markup) => {
    const survey = webComponents({
      House: [markup, 'deep = 1; other = 0; get deeper() { return this.deep + 1; } dig() { this.deep = 2; }'],
    });
    expect(readers(survey, 'House.deep')).toEqual(['House']);
  });

  test('how often a child is there', () => {
    const survey = webComponents({
      House: [
        '<c-bed></c-bed><c-bed lwc:if={open}></c-bed><template for:each={beds} for:item="bed"><c-bed key={bed.id} bed={bed}></c-bed></template>',
        'open = false; beds = []; turn() { this.open = true; this.beds = [1]; }',
      ],
      Bed: ['{bed.name}', '@api bed;'],
    });
    expect(survey.document().sites.map(({ repeat }) => repeat)).toEqual(['once', 'conditional', 'many']);
    expect(trailsOf(survey, 'House.beds')).toEqual(['House.beds > (part)Bed.bed']);
  });

  test('what stands between tags is shown in the slot of its name', () => {
    const survey = webComponents({
      House: [
        '<c-panel><c-bed slot="head" depth={deep}></c-bed><c-bed></c-bed></c-panel>',
        'deep = 1; dig() { this.deep = 2; }',
      ],
      Panel: [
        '<slot name="head"></slot><template for:each={list} for:item="one"><slot key={one}></slot></template>',
        'list = []; fill() { this.list = [1]; }',
      ],
      Bed: ['{depth}', '@api depth;'],
    });
    const name = (id: string | null): string => id?.replace(/.*#/, '') ?? '-';
    expect(
      survey.document().sites.map(({ of, by, under }) => `${name(of)} by ${name(by)} under ${name(under)}`),
    ).toEqual(['Panel by House under House', 'Bed by House under Panel', 'Bed by House under Panel']);
    expect(trailsOf(survey, 'House.deep')).toEqual(['House.deep > Bed.depth']);
  });

  test('a component of markup alone', () => {
    const survey = webComponents(
      { House: ['<c-note depth={deep}><p>{deep}</p></c-note>', 'deep = 1; dig() { this.deep = 2; }'] },
      { 'force-app/main/default/lwc/note/note.html': '<template><aside><slot></slot></aside></template>' },
    );
    expect(survey.document().components.map(({ name }) => name)).toEqual(['House', 'Note']);
    expect(survey.document().sites).toMatchObject([
      { name: 'c-note', of: 'force-app/main/default/lwc/note/note.html#Note' },
    ]);
    expect(foundBy('unresolved', survey)).toEqual([]);
  });

  test('several files of markup, one of which is chosen', () => {
    const survey = webComponents(
      {
        House: [
          '{deep}',
          `deep = 1; dig() { this.deep = 2; } render() { return wide; }`,
          `import wide from './wide.html';`,
        ],
        Bed: ['{depth}', '@api depth;'],
      },
      { 'force-app/main/default/lwc/house/wide.html': '<template><c-bed depth={deep}></c-bed></template>' },
    );
    expect(trailsOf(survey, 'House.deep')).toEqual(['House.deep > Bed.depth']);
  });

  test('what is not well formed is told, and the rest is read', () => {
    const survey = webComponents({
      House: ['{deep}<b>{}</b><p>{deep +}</p><div>', 'deep = 1; dig() { this.deep = 2; }'],
    });
    expect(survey.document().files.flatMap(({ problems }) => problems.map(({ message }) => message))).toEqual([
      'An element is closed before what stands in it.',
      '“deep +” could not be read.',
    ]);
    expect(readers(survey, 'House.deep')).toEqual(['House']);
  });
});

describe('what is wired', () => {
  test.each([
    [
      'a method of the server into a field',
      '@wire(getBeds, { house: "$house" }) beds;',
      '{beds.data.length}',
      `import getBeds from '@salesforce/apex/Beds.getBeds';`,
      'remote:Beds.getBeds',
    ],
    [
      'one into a method',
      'beds; @wire(getBeds) take({ data }) { console.log(data); }',
      '',
      `import getBeds from '@salesforce/apex/Beds.getBeds';`,
      'remote:Beds.getBeds',
    ],
    [
      'one that is called',
      'load() { getBeds().then((beds) => console.log(beds)); }',
      '',
      `import getBeds from '@salesforce/apex/Beds.getBeds';`,
      'remote:Beds.getBeds',
    ],
    [
      'the page that is shown',
      '@wire(CurrentPageReference) page;',
      '{page.state.bed}',
      `import { CurrentPageReference } from 'lightning/navigation';`,
      'url:page',
    ],
  ])('%s', (_what, body, markup, imports, value) => {
    expect(readers(webComponents({ House: [markup, `@api house; ${body}`, imports] }), value)).toContain('House');
  });

  test('what it is asked with is read', () => {
    const survey = webComponents({
      House: [
        '',
        `house = 1; @wire(getBeds, { house: '$house' }) beds; turn() { this.house = 2; }`,
        `import getBeds from '@salesforce/apex/Beds.getBeds';`,
      ],
    });
    expect(readers(survey, 'House.house')).toEqual(['House']);
  });
});

describe('modules beside components', () => {
  test('are found by the folder they stand in, and what stands in them is there once', () => {
    const survey = webComponents(
      {
        House: [
          '{deep}<b onclick={dig}>x</b>',
          'get deep() { return depth(); } dig() { setDepth(2); }',
          `import { depth, setDepth } from 'c/soil';`,
        ],
        Bed: ['{deep}', 'get deep() { return depth(); }', `import { depth } from 'c/soil';`],
      },
      {
        'force-app/main/default/lwc/soil/soil.js':
          'let held = 1; export function depth() { return held; } export function setDepth(to) { held = to; }',
      },
    );
    expect(survey.trail('store:held')).toMatchObject({
      readers: [{ component: 'House' }, { component: 'Bed' }].sort((a, b) => a.component.localeCompare(b.component)),
      writers: [{ component: 'House' }],
    });
  });
});

describe('what is changed in place', () => {
  const changed = (field: string, change: string): string[] =>
    foundBy(
      'direct-write',
      webComponents({
        House: ['<template for:each={beds} for:item="bed"><p key={bed}>{bed}</p></template>', `${field} ${change}`],
      }),
    );
  test.each([
    ['a list', 'beds = [];', 'add() { this.beds.push(1); }', 1],
    ['a field of an object', 'beds = {};', 'add() { this.beds.first = 1; }', 1],
    ['a list that is tracked', '@track beds = [];', 'add() { this.beds.push(1); }', 0],
    ['a list that is replaced then', 'beds = [];', 'add() { this.beds.push(1); this.beds = [...this.beds]; }', 0],
    ['a list before it is shown', 'beds = [];', 'connectedCallback() { this.beds.push(1); }', 0],
    [
      'an element',
      'beds = null;',
      `add() { this.beds = this.template.querySelector('input'); this.beds.value = 1; }`,
      0,
    ],
  ])('%s', (_what, field, change, times) => {
    expect(changed(field, change)).toHaveLength(times);
  });
});
