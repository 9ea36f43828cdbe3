import { foundBy, lines, surveyOf, trailsOf } from '../../testing/project';
import type { Survey } from '../../survey';

const CORE = `import { Component, Input } from '@angular/core'; import { FormArray, FormBuilder, FormControl, FormGroup, Validators } from '@angular/forms';`;
const GAUGE = `@Component({ selector: 'app-gauge', template: '{{ depth }}' }) export class Gauge { @Input() depth = 0; }`;
/** A component that stands in forms as an input does. */
const STEP = `@Component({ selector: 'app-step', template: '{{ held }}<b (click)="more()">+</b>' }) export class Step {
  held = 0; changed = (to: number) => {};
  writeValue(to: number) { this.held = to; } registerOnChange(run: any) { this.changed = run; } more() { this.changed(this.held + 1); } }`;

function app(template: string, body: string): Survey {
  return surveyOf({
    'src/app.ts': `${CORE} ${GAUGE} ${STEP} @Component({ selector: 'app-root', template: \`${template}\` }) export class App { ${body} }`,
  });
}

const shown = (survey: Survey, value: string): string[] =>
  survey.trail(value).readers.map(({ component, line }) => `${component ?? ''}:${line}`);
const changed = (survey: Survey, value: string): string[] =>
  survey.trail(value).writers.map(({ component }) => component ?? '');

describe('what a form holds', () => {
  test.each([
    ['a control', '{{ depth.value }}', 'depth = new FormControl(3);'],
    ['a control of a group', '{{ form.value.depth }}', 'form = new FormGroup({ depth: new FormControl(3) });'],
    ['a control by its name', `{{ form.get('depth').value }}`, 'form = new FormGroup({ depth: new FormControl(3) });'],
    [
      'a group in a group',
      '{{ form.value.soil.depth }}',
      'form = new FormGroup({ soil: new FormGroup({ depth: new FormControl(3) }) });',
    ],
    [
      'a path of names',
      `{{ form.get('soil.depth').value }}`,
      'form = new FormGroup({ soil: new FormGroup({ depth: new FormControl(3) }) });',
    ],
    ['all of it', '{{ form.getRawValue().depth }}', 'form = new FormGroup({ depth: new FormControl(3) });'],
    ['a list', '{{ depth.value }}', 'depth = new FormArray([new FormControl(3)]);'],
    [
      'what a builder makes',
      '{{ form.value.depth }}',
      'form = this.fb.group({ depth: [3, Validators.required] }); constructor(private fb: FormBuilder) {}',
    ],
    [
      'what a strict builder makes',
      '{{ form.value.depth }}',
      'form = this.fb.nonNullable.group({ depth: 3 }); constructor(private fb: FormBuilder) {}',
    ],
    [
      'a form made in a constructor',
      '{{ form.value.depth }}',
      'form: FormGroup; constructor(private fb: FormBuilder) { this.form = this.fb.group({ depth: [3] }); }',
    ],
    ['what a control tells', '{{ depth.valueChanges | async }}', 'depth = new FormControl(3);'],
  ])('%s is read', (_what, template, body) => {
    expect(shown(app(template, body), 'App.depth')).toEqual(['App:3']);
  });

  test.each([
    ['a control', '', 'depth = new FormControl(3); dig() { this.depth.setValue(4); }'],
    [
      'a group',
      '',
      'form = new FormGroup({ depth: new FormControl(3) }); dig() { this.form.patchValue({ depth: 4 }); }',
    ],
    [
      'a control by its name',
      '',
      `form = new FormGroup({ depth: new FormControl(3) }); dig() { this.form.get('depth').setValue(4); }`,
    ],
    ['an element', '<input [formControl]="depth">', 'depth = new FormControl(3);'],
    [
      'an element by its name',
      '<form [formGroup]="form"><input formControlName="depth"></form>',
      'form = new FormGroup({ depth: new FormControl(3) });',
    ],
    [
      'an element of a group within',
      '<form [formGroup]="form"><p formGroupName="soil"><input formControlName="depth"></p></form>',
      'form = new FormGroup({ soil: new FormGroup({ depth: new FormControl(3) }) });',
    ],
  ])('%s sets it', (_what, template, body) => {
    expect(changed(app(template, body), 'App.depth')).toEqual(['App']);
  });

  test('it is passed on from there', () => {
    const survey = app(
      '<app-gauge [depth]="form.value.depth"></app-gauge>',
      'form = new FormGroup({ depth: new FormControl(3) });',
    );
    expect(trailsOf(survey, 'App.depth')).toEqual(['App.depth > Gauge.depth']);
  });

  test('a component that stands in a form is given what it holds, and sets it', () => {
    const survey = app('<app-step [formControl]="depth"></app-step>', 'depth = new FormControl(3);');
    expect(trailsOf(survey, 'App.depth')).toEqual([
      'App.depth > Step.ngModel',
      'up Step.ngModelChange > event:App.depth',
    ]);
    expect(trailsOf(app('<app-step [(ngModel)]="depth"></app-step>', 'depth = 3;'), 'App.depth')).toContain(
      'App.depth > Step.ngModel',
    );
  });

  test('a name whose group is not known is no guess, and nothing is missing there', () => {
    const survey = app('<app-step formControlName="depth"></app-step>', '');
    expect([...foundBy('unheard-event', survey), ...foundBy('unknown-prop', survey)]).toEqual([]);
  });

  test('what a draft begins with is no copy that goes stale', () => {
    const survey = app(
      '<app-gauge [depth]="deep"></app-gauge>{{ depth.value }}',
      '@Input() deep = 1; depth = new FormControl(this.deep);',
    );
    expect([...foundBy('frozen-read', survey), ...foundBy('mirrored-state', survey)]).toEqual([]);
    expect(lines(survey.trail('App.depth'))).toEqual([]);
  });
});
