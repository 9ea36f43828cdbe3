import { foundBy, trailsOf } from '../../testing/project';
import { webComponents } from '../../testing/webComponents';

const PICK = `this.dispatchEvent(new CustomEvent('pick', { detail: 2 }));`;
const BUBBLING = `this.dispatchEvent(new CustomEvent('pick', { detail: 2, bubbles: true }));`;

describe('an event is heard', () => {
  const heard = (markup: string, sends: string, more = '', other: Parameters<typeof webComponents>[0] = {}): string[] =>
    trailsOf(
      webComponents({
        House: [markup, `deep = 1; take(event) { this.deep = event.detail; } ${more}`],
        Bed: ['<b onclick={send}>x</b>', `send() { ${sends} }`],
        ...other,
      }),
      'House.deep',
    ).filter((line) => line.startsWith('up Bed'));

  const UP = ['up Bed.pick > event:House.deep'];
  test.each([
    ['at the tag', '{deep}<c-bed onpick={take}></c-bed>', PICK, '', UP],
    [
      'that was kept first',
      '{deep}<c-bed onpick={take}></c-bed>',
      `const event = new CustomEvent('pick', { detail: 2 }); this.dispatchEvent(event);`,
      '',
      UP,
    ],
    ['around the tag, where it bubbles', '{deep}<div onpick={take}><p><c-bed></c-bed></p></div>', BUBBLING, '', UP],
    ['not around the tag, where it does not', '{deep}<div onpick={take}><c-bed></c-bed></div>', PICK, '', []],
    [
      'by its own template',
      '{deep}<c-bed></c-bed>',
      BUBBLING,
      `connectedCallback() { this.template.addEventListener('pick', this.take); }`,
      UP,
    ],
    ['not under another name', '{deep}<div onother={take}><c-bed></c-bed></div>', BUBBLING, '', []],
  ])('%s', (_where, markup, sends, more, found) => {
    expect(heard(markup, sends, more)).toEqual(found);
  });

  test('around the slot that its sender is put into', () => {
    const survey = webComponents({
      House: ['<c-panel><c-bed></c-bed></c-panel>', ''],
      Panel: ['{deep}<slot onpick={take}></slot>', 'deep = 1; take(event) { this.deep = event.detail; }'],
      Bed: ['<b onclick={send}>x</b>', `send() { ${BUBBLING} }`],
    });
    expect(trailsOf(survey, 'Panel.deep')).toEqual(['up Bed.pick > event:Panel.deep']);
    expect(survey.trail('Panel.deep').relays).toEqual([]);
  });

  test('on the window, by whoever listens there', () => {
    const survey = webComponents({
      House: [
        '{deep}',
        `deep = 1; take = (event) => { this.deep = event.detail; }; connectedCallback() { window.addEventListener('pick', this.take); } disconnectedCallback() { window.removeEventListener('pick', this.take); }`,
      ],
      Bed: ['<b onclick={send}>x</b>', `send() { window.dispatchEvent(new CustomEvent('pick', { detail: 2 })); }`],
    });
    expect(survey.trail('channel:pick')).toMatchObject({
      readers: [{ component: 'House' }],
      writers: [{ component: 'Bed' }],
    });
    expect(foundBy('leaked-listener', survey)).toEqual([]);
  });
});

/** The house stands on pages; what it renders is its own. */
const EXPOSED = {
  'force-app/main/default/lwc/house/house.js-meta.xml':
    '<LightningComponentBundle><isExposed>true</isExposed><targets><target>lightning__AppPage</target><target>lightning__RecordPage</target><target>lightningCommunity__Page</target><target>lightning__AppPage</target></targets></LightningComponentBundle>',
};

test('what is exposed is an entry, without any component around', () => {
  const { sites } = webComponents({ House: ['x', ''] }, EXPOSED).document();
  expect(sites).toMatchObject([
    {
      of: 'force-app/main/default/lwc/house/house.js#House',
      by: null,
      stands: ['app page', 'record page', 'community page'],
    },
  ]);
});

describe('events that nobody hears, or nobody sends', () => {
  const project = (markup: string, sends: string): ReturnType<typeof webComponents> =>
    webComponents({ House: [markup, 'take() {}'], Bed: ['<b onclick={send}>x</b>', `send() { ${sends} }`] }, EXPOSED);

  test.each([
    ['unheard', 'unheard-event', '<c-bed></c-bed>', PICK, 1],
    ['heard', 'unheard-event', '<c-bed onpick={take}></c-bed>', PICK, 0],
    ['heard somewhere, where it bubbles', 'unheard-event', '<c-bed></c-bed><p onpick={take}></p>', BUBBLING, 0],
    ['an event of its element', 'unheard-event', '<c-bed></c-bed>', `this.dispatchEvent(new CustomEvent('blur'));`, 0],
    ['listened to under a near name', 'unsent-event', '<c-bed onpicks={take}></c-bed>', PICK, 1],
    ['an event of the element that the tag is', 'unsent-event', '<c-bed onclick={take}></c-bed>', PICK, 0],
  ])('%s', (_what, rule, markup, sends, times) => {
    expect(foundBy(rule, project(markup, sends))).toHaveLength(times);
  });
});

describe('listeners that are not ended', () => {
  const leaks = (body: string): string[] => foundBy('leaked-listener', webComponents({ House: ['', body] }));
  test.each([
    ['never removed', `connectedCallback() { window.addEventListener('pick', this.take); } take() {}`, 1],
    [
      'removed',
      `connectedCallback() { window.addEventListener('pick', this.take); } disconnectedCallback() { window.removeEventListener('pick', this.take); } take() {}`,
      0,
    ],
    [
      'removed by a method that a method calls',
      `connectedCallback() { window.addEventListener('pick', this.take); } disconnectedCallback() { this.stop(); } stop() { this.end(); } end() { window.removeEventListener('pick', this.take); } take() {}`,
      0,
    ],
    [
      'added and removed as two functions',
      `connectedCallback() { window.addEventListener('pick', this.take.bind(this)); } disconnectedCallback() { window.removeEventListener('pick', this.take.bind(this)); } take() {}`,
      1,
    ],
    [
      'on its own markup, which goes with it',
      `connectedCallback() { this.template.addEventListener('pick', this.take); } take() {}`,
      0,
    ],
  ])('%s', (_what, body, times) => {
    expect(leaks(body)).toHaveLength(times);
  });
});

describe('message channels', () => {
  const MESSAGES = `import { publish, subscribe, unsubscribe, MessageContext, createMessageContext } from 'lightning/messageService'; import BEDS from '@salesforce/messageChannel/Beds__c';`;
  const project = (context: string, end: string, channel = 'BEDS'): ReturnType<typeof webComponents> =>
    webComponents({
      House: [
        '<b onclick={send}>x</b>',
        `@wire(MessageContext) context; send() { publish(this.context, ${channel}, { bed: 1 }); }`,
        MESSAGES,
      ],
      Bed: [
        '{bed}',
        `${context} bed; connectedCallback() { this.kept = subscribe(this.context, BEDS, (message) => { this.bed = message.bed; }); } ${end}`,
        MESSAGES,
      ],
    });

  test('whoever publishes is a writer, whoever subscribes a reader', () => {
    const survey = project('@wire(MessageContext) context;', '');
    expect(survey.trail('channel:Beds__c')).toMatchObject({
      readers: [{ component: 'Bed' }],
      writers: [{ component: 'House' }],
    });
    expect(foundBy('leaked-listener', survey)).toEqual([]);
  });

  test.each([
    ['never ended', '', 1],
    ['ended', 'disconnectedCallback() { unsubscribe(this.kept); }', 0],
  ])('a context of its own, %s', (_how, end, times) => {
    expect(foundBy('leaked-listener', project('context = createMessageContext();', end))).toHaveLength(times);
  });

  test('a channel that is chosen while the program runs is told', () => {
    expect(foundBy('unresolved', project('@wire(MessageContext) context;', '', 'this.channel'))).toHaveLength(1);
  });
});

describe('children that are reached into', () => {
  const reached = (
    ask: string,
    child = '<c-bed lwc:ref="bed" class="first" data-id="a"></c-bed>',
    method = 'dig',
  ): ReturnType<typeof webComponents> =>
    webComponents({
      House: [
        `${child}<b onclick={go}>x</b>`,
        `id = 'a'; beds = []; fill() { this.beds = [1]; } go() { ${ask}.${method}(); }`,
      ],
      Bed: ['{depth}', 'depth = 1; @api dig() { this.depth = 2; } rake() { this.depth = 3; }'],
    });

  test.each([
    ['by tag', `this.template.querySelector('c-bed')`],
    ['by class', `this.template.querySelector('div .first')`],
    ['by data', `this.template.querySelector('[data-id="a"]')`],
    ['by data that is chosen', 'this.template.querySelector(`[data-id="${this.id}"]`)'],
    ['by reference', 'this.refs.bed'],
    ['all of them', `[...this.template.querySelectorAll('c-bed')][0]`],
  ])('%s', (_how, ask) => {
    expect(
      reached(ask)
        .trail('Bed.depth')
        .writers.map(({ component }) => component),
    ).toContain('House');
  });

  const MANY = '<template for:each={beds} for:item="bed"><c-bed key={bed} data-id={bed}></c-bed></template>';
  test.each([
    ['one of many', 'one-of-many', `this.template.querySelector('c-bed')`, MANY, 'dig', 1],
    [
      'one of many, by what tells it',
      'one-of-many',
      'this.template.querySelector(`[data-id="${this.id}"]`)',
      MANY,
      'dig',
      0,
    ],
    ['a method that is public', 'dangling-handle', `this.template.querySelector('c-bed')`, '<c-bed></c-bed>', 'dig', 0],
    ['one that is not', 'dangling-handle', `this.template.querySelector('c-bed')`, '<c-bed></c-bed>', 'rake', 1],
    [
      'one that every element has',
      'dangling-handle',
      `this.template.querySelector('c-bed')`,
      '<c-bed></c-bed>',
      'focus',
      0,
    ],
  ])('%s', (_what, rule, ask, child, method, times) => {
    expect(foundBy(rule, reached(ask, child, method))).toHaveLength(times);
  });

  test('before its markup is there', () => {
    const survey = webComponents({
      House: ['<c-bed></c-bed>', `connectedCallback() { this.template.querySelector('c-bed').dig(); }`],
      Bed: ['{depth}', 'depth = 1; @api dig() { this.depth = 2; }'],
    });
    expect(foundBy('dangling-handle', survey)).toHaveLength(1);
  });
});

describe('what an event brings', () => {
  const sent = (sends: string, reads: string): string[] =>
    foundBy(
      'payload-mismatch',
      webComponents({
        House: ['{deep}<c-bed onpick={take}></c-bed>', `deep = 1; take(event) { this.deep = ${reads}; }`],
        Bed: ['<b onclick={send}>x</b>', `send() { ${sends} }`],
      }),
    );
  const PICKED = `this.dispatchEvent(new CustomEvent('pick', { detail: { depth: 2 } }));`;
  test.each([
    ['is read', PICKED, 'event.detail.depth', 0],
    ['is read under another name', PICKED, 'event.detail.height', 1],
    [
      'is sent in two ways',
      `${PICKED} this.dispatchEvent(new CustomEvent('pick', { detail: { height: 2 } }));`,
      'event.detail.height',
      0,
    ],
    [
      'is not known here',
      `this.dispatchEvent(new CustomEvent('pick', { detail: this.made() }));`,
      'event.detail.height',
      0,
    ],
  ])('%s', (_what, sends, reads, times) => {
    expect(sent(sends, reads)).toHaveLength(times);
  });
});

describe('an event that leaves the component that renders its sender', () => {
  const CROSSING = `this.dispatchEvent(new CustomEvent('pick', { detail: 2, bubbles: true, composed: true }));`;
  const project = (
    house: [markup: string, more?: string],
    zone: string,
    sends: string,
    zoneBody = '',
  ): ReturnType<typeof webComponents> =>
    webComponents({
      House: [`{deep}${house[0]}`, `deep = 1; take = (event) => { this.deep = event.detail; }; ${house[1] ?? ''}`],
      Zone: [zone, zoneBody],
      Panel: ['<section><slot></slot></section>', ''],
      Bed: ['<b onclick={send}>x</b>', `send() { ${sends} }`],
    });
  const UP = ['up Bed.pick > event:House.deep'];

  test.each([
    ['at the tag of who renders it', ['<c-zone onpick={take}></c-zone>'], '<c-bed></c-bed>', CROSSING, UP],
    ['around that tag', ['<div onpick={take}><c-zone></c-zone></div>'], '<c-bed></c-bed>', CROSSING, UP],
    ['not at a tag beside it', ['<c-zone></c-zone><c-panel onpick={take}></c-panel>'], '<c-bed></c-bed>', CROSSING, []],
    ['not where it only bubbles', ['<c-zone onpick={take}></c-zone>'], '<c-bed></c-bed>', BUBBLING, []],
    [
      'from what stands in a slot',
      ['<div onpick={take}><c-zone></c-zone></div>'],
      '<c-panel><c-bed></c-bed></c-panel>',
      CROSSING,
      UP,
    ],
    [
      'by the template of who stands above',
      ['<c-zone></c-zone>', `connectedCallback() { this.template.addEventListener('pick', this.take); }`],
      '<c-bed></c-bed>',
      CROSSING,
      UP,
    ],
    [
      'by the element of who stands above',
      ['<c-zone></c-zone>', `connectedCallback() { this.addEventListener('pick', this.take); }`],
      '<c-bed></c-bed>',
      CROSSING,
      UP,
    ],
    [
      'not by an element that it does not come to',
      ['<c-bed></c-bed>', `connectedCallback() { this.addEventListener('pick', this.take); }`],
      '',
      BUBBLING,
      [],
    ],
  ] as const)('is heard %s', (_where, house, zone, sends, found) => {
    const survey = project([...house], zone, sends);
    expect(trailsOf(survey, 'House.deep').filter((line) => line.startsWith('up Bed'))).toEqual(found);
    expect(survey.trail('House.deep').relays).toEqual([]);
  });

  test('is heard by its own element, and by that around the slot that its sender is put into', () => {
    const own = webComponents({
      Bed: [
        '{deep}<b onclick={send}>x</b>',
        `deep = 1; take = (event) => { this.deep = event.detail; }; connectedCallback() { this.addEventListener('pick', this.take); } send() { ${PICK} }`,
      ],
    });
    expect(own.trail('Bed.deep').writers).toMatchObject([{ component: 'Bed' }]);
    const around = webComponents({
      House: ['<c-panel><c-bed></c-bed></c-panel>', ''],
      Panel: [
        '{deep}<slot></slot>',
        `deep = 1; take = (event) => { this.deep = event.detail; }; connectedCallback() { this.addEventListener('pick', this.take); }`,
      ],
      Bed: ['<b onclick={send}>x</b>', `send() { ${BUBBLING} }`],
    });
    expect(trailsOf(around, 'Panel.deep')).toEqual(['up Bed.pick > event:Panel.deep']);
  });

  test('comes to the page, where something listens for it', () => {
    const listens = `connectedCallback() { window.addEventListener('pick', this.take); } disconnectedCallback() { window.removeEventListener('pick', this.take); }`;
    const survey = project(['', listens], '<c-bed></c-bed>', CROSSING);
    expect(survey.trail('channel:pick')).toMatchObject({
      readers: [{ component: 'House' }],
      writers: [{ component: 'Bed' }],
    });
    expect(project([''], '<c-bed></c-bed>', CROSSING).document().cells).not.toContainEqual(
      expect.objectContaining({ kind: 'channel' }),
    );
  });

  test.each([
    ['whose fields are others', 'pick', '', 1],
    [
      'of which another component sends one as well',
      'pick',
      `other() { this.dispatchEvent(new CustomEvent('pick')); }`,
      0,
    ],
    ['that elements send as well', 'change', '', 0],
  ])('is held against who hears it further out: one %s', (_what, name, more, times) => {
    const survey = webComponents({
      House: [`<c-zone on${name}={take}></c-zone>`, `take(event) { this.deep = event.detail.height; }`],
      Zone: ['<c-bed></c-bed>', more],
      Bed: [
        '<b onclick={send}>x</b>',
        `send() { this.dispatchEvent(new CustomEvent('${name}', { detail: { depth: 1 }, bubbles: true, composed: true })); }`,
      ],
    });
    expect(foundBy('payload-mismatch', survey)).toHaveLength(times);
  });
});
