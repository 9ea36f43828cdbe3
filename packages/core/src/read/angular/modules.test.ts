import { foundBy, surveyOf, trailsOf } from '../../testing/project';

const component = (name: string, selector: string, rest = '', more = ''): string =>
  `@Component({ selector: '${selector}', ${rest || `template: '<b>{{ depth }}</b>'`} }) export class ${name} { @Input() depth = 1; ${more} }`;
const CORE = `import { Component, Directive, EventEmitter, forwardRef, HostListener, Input, NgModule, Output } from '@angular/core';`;

/** Who renders whom: `App > Bed`. */
function rendered(sources: Record<string, string>): string[] {
  const name = (id: string | null): string => id?.replace(/.*#/, '') ?? '-';
  return surveyOf(sources)
    .document()
    .sites.map(({ by, of }) => `${name(by)} > ${name(of)}`)
    .sort();
}

describe('two components of one selector', () => {
  const parts = (app: string, modules: string): Record<string, string> => ({
    'src/app.ts': `${CORE} import { Bed, Other, Kit, PARTS } from './parts';
      @Component({ selector: 'app-root', ${app} template: '<app-bed></app-bed>' }) export class App {}
      ${modules}`,
    'src/parts.ts': `${CORE} ${component('Bed', 'app-bed')} ${component('Other', 'app-bed')} export const PARTS = [Other];
      @NgModule({ declarations: [Other], exports: [Other] }) export class Inner {}
      @NgModule({ imports: [Inner], exports: [Inner, forwardRef(() => Kit)] }) export class Kit { static forRoot() { return { ngModule: Kit }; } }`,
  });
  test.each([
    ['that nobody imports', '', '', '-'],
    ['one of which the component imports', 'imports: [Bed],', '', 'Bed'],
    ['one of which it imports by a list', 'imports: [...PARTS],', '', 'Other'],
    ['one of which it imports by a module that offers what another does', 'imports: [Kit],', '', 'Other'],
    ['declared beside it', '', '@NgModule({ declarations: [App, Bed] }) export class AppModule {}', 'Bed'],
    [
      'offered by a module that its own imports, configured',
      '',
      '@NgModule({ declarations: [App], imports: [Kit.forRoot()] }) export class AppModule {}',
      'Other',
    ],
    ['both of which it sees', 'imports: [Bed, Other],', '', '-'],
  ])('%s', (_which, app, modules, found) => {
    expect(rendered(parts(app, modules))).toEqual([`App > ${found}`]);
  });
});

describe('directives', () => {
  const tip = (selector: string, members = ''): string =>
    `${CORE} @Directive({ selector: '${selector}' }) export class Tip { @Input() appTip = 1; @Output() shown = new EventEmitter<number>(); @HostListener('click') open() { this.shown.emit(this.appTip); } ${members} }`;
  const app = (template: string, selector = '[appTip]'): Record<string, string> => ({
    'src/app.ts': `${CORE} ${component('App', 'app-root', `template: \`${template}\``, 'tip = 1; set(to: number) { this.tip = to; }')}`,
    'src/tip.ts': tip(selector),
    'src/bed.ts': `${CORE} ${component('Bed', 'app-bed')}`,
  });
  test.each([
    ['on an element', '<b [appTip]="tip" (shown)="set($event)">x</b>', '[appTip]'],
    ['on a component', '<app-bed [appTip]="tip" (shown)="set($event)"></app-bed>', '[appTip]'],
    ['on elements of one kind', '<button [appTip]="tip" (shown)="set($event)">x</button>', 'a[appTip], button[appTip]'],
    ['where it is asked for with another', '<b [appTip]="tip" (shown)="set($event)">x</b>', '[appTip]:not(a)'],
  ])('%s take and send like a component', (_where, template, selector) => {
    expect(trailsOf(surveyOf(app(template, selector)), 'App.tip')).toEqual([
      'App.tip > Tip.appTip',
      'up Tip.shown > event:App.tip',
    ]);
  });

  test('a structural one', () => {
    expect(trailsOf(surveyOf(app('<b *appTip="tip">x</b>')), 'App.tip')).toEqual(['App.tip > Tip.appTip']);
  });

  test('a component whose tag is an attribute', () => {
    const sources = app('<tr app-bed [depth]="tip"></tr>');
    sources['src/bed.ts'] = `${CORE} ${component('Bed', 'tr[app-bed]')}`;
    expect(trailsOf(surveyOf(sources), 'App.tip')).toEqual(['App.tip > Bed.depth']);
  });

  test('a directive that goes by a class', () => {
    const sources = app('<b class="wide bedBox" [depth]="tip"></b>');
    sources['src/bed.ts'] =
      `${CORE} @Directive({ selector: '.bedBox' }) export class Bed { @Input() depth = 1; ngOnInit() { console.log(this.depth); } }`;
    expect(trailsOf(surveyOf(sources), 'App.tip')).toEqual(['App.tip > Bed.depth']);
  });

  test('an attribute that no directive goes by is none', () => {
    const survey = surveyOf(app('<b [other]="tip" appOther>x</b>'));
    expect(survey.document().sites).toEqual([]);
    expect(foundBy('unresolved', survey)).toEqual([]);
  });
});

describe('routes', () => {
  const parts = {
    'src/app.ts': `${CORE} @Component({ selector: 'app-root', templateUrl: './app.html' }) export class App {}`,
    'src/app.html': '<main><router-outlet></router-outlet></main>',
    'src/house.ts': `${CORE} @Component({ selector: 'app-house', template: '<router-outlet />' }) export class House {}`,
    'src/bed.ts': `${CORE} import { ActivatedRoute } from '@angular/router';
      @Component({ selector: 'app-bed', template: '{{ id }}' }) export class Bed { id = this.route.snapshot.paramMap.get('id'); constructor(private route: ActivatedRoute) {} }`,
    'src/main.ts': `import { bootstrapApplication } from '@angular/platform-browser'; import { provideRouter } from '@angular/router'; import { App } from './app'; import { routes } from './routes';
      bootstrapApplication(App, { providers: [provideRouter(routes)] });`,
  };
  const under = (sources: Record<string, string>): string[] =>
    surveyOf(sources)
      .document()
      .sites.flatMap(({ of, under: above }) => (of ? [`${of} in ${above ?? '-'}`.replace(/src\/\w+\.ts#/g, '')] : []))
      .sort();

  test.each([
    ['by what they show', `{ path: '', component: House, children: [{ path: 'beds/:id', component: Bed }] }`],
    [
      'fetched when they are shown',
      `{ path: '', loadComponent: () => import('./house').then((m) => m.House), children: [{ path: 'beds/:id', loadComponent: () => import('./bed').then(({ Bed }) => Bed) }] }`,
    ],
    ['in a table of their own', `{ path: '', component: House, children: BEDS }`],
    [
      'in a table that is fetched',
      `{ path: '', component: House, loadChildren: () => import('./beds').then((m) => m.BEDS) }`,
    ],
    [
      'in a module that is fetched',
      `{ path: '', component: House, loadChildren: () => import('./beds').then((m) => m.Beds) }`,
    ],
  ])('%s', (_how, route) => {
    const beds: Record<string, string> = {
      'src/beds.ts': `import { NgModule } from '@angular/core'; import { RouterModule, Routes } from '@angular/router'; import { Bed } from './bed';
        export const BEDS: Routes = [{ path: 'beds/:id', component: Bed }]; @NgModule({ imports: [RouterModule.forChild(BEDS)] }) export class Beds {}`,
    };
    const sources = {
      ...parts,
      ...(/BEDS|beds'/.test(route) ? beds : {}),
      'src/routes.ts': `import { Routes } from '@angular/router'; import { House } from './house'; import { Bed } from './bed'; import { BEDS } from './beds';
        export const routes: Routes = [${route}, { path: '**', redirectTo: '' }];`,
    };
    expect(under(sources)).toEqual(['App in -', 'Bed in House', 'House in App']);
  });

  test('a module that is fetched and has no routes of its own at first sight', () => {
    const sources = {
      ...parts,
      'src/main.ts': `import { NgModule } from '@angular/core'; import { RouterModule } from '@angular/router'; import { App } from './app'; import { routes } from './routes';
        @NgModule({ declarations: [App], imports: [RouterModule.forRoot(routes)], bootstrap: [App] }) export class AppModule {}`,
      'src/routes.ts': `import { Routes } from '@angular/router'; import { House } from './house'; export const routes: Routes = [{ path: '', component: House }];`,
    };
    expect(under(sources)).toEqual(['App in -', 'House in App']);
  });

  test.each([
    ['as it is', `id = this.route.snapshot.paramMap.get('id'); constructor(private route: ActivatedRoute) {}`],
    ['by its field', `id = inject(ActivatedRoute).snapshot.params['id'];`],
    [
      'told',
      `id = 0; constructor(private route: ActivatedRoute) { route.params.subscribe((to) => { this.id = to['id']; }); }`,
    ],
    ['shown as it is told', `id$ = inject(ActivatedRoute).paramMap.pipe(map((to) => to.get('id')));`],
    ['bound to an input', '@Input() id = 0;'],
  ])('what the address says: %s', (how, members) => {
    const sources = {
      ...parts,
      'src/routes.ts': `import { Routes } from '@angular/router'; import { Bed } from './bed'; export const routes: Routes = [{ path: 'beds/:id', component: Bed }];`,
      'src/bed.ts': `${CORE} import { inject } from '@angular/core'; import { ActivatedRoute } from '@angular/router'; import { map } from 'rxjs';
        @Component({ selector: 'app-bed', template: '${how.startsWith('shown') ? '{{ id$ | async }}' : '{{ id }}'}' }) export class Bed { ${members} }`,
    };
    const { marks = [] } = surveyOf(sources).document();
    expect(marks.filter(({ cell }) => cell.includes('url:params')).map(({ component: of }) => of)).toContain(
      'src/bed.ts#Bed',
    );
  });
});

describe('requests', () => {
  test.each([
    [
      'told to a component',
      'depth = 0; constructor(private soil: Soil) { soil.load().subscribe((to) => { this.depth = to; }); }',
      '{{ depth }}',
    ],
    ['shown as they come', 'depth$ = this.soil.load(); constructor(private soil: Soil) {}', '{{ depth$ | async }}'],
  ])('%s', (_how, members, template) => {
    const survey = surveyOf({
      'src/app.ts': `${CORE} import { Soil } from './soil'; @Component({ selector: 'app-root', template: '${template}' }) export class App { ${members} }`,
      'src/soil.ts': `import { Injectable } from '@angular/core'; import { HttpClient } from '@angular/common/http'; import { map } from 'rxjs';
        @Injectable({ providedIn: 'root' }) export class Soil { constructor(private readonly http: HttpClient) {} load() { return this.http.get('/depth').pipe(map((to) => to)); } }`,
    });
    const { cells, marks = [] } = survey.document();
    expect(cells.filter(({ kind }) => kind === 'remote').map(({ name }) => name)).toEqual(['/depth']);
    expect(marks.filter(({ cell }) => cell.includes('remote:')).map(({ component: of }) => of)).toEqual([
      'src/app.ts#App',
    ]);
  });
});

describe('what no tag says', () => {
  const bed = component('Bed', 'app-bed');
  test.each([
    ['an outlet', 'App.deep > Bed.depth', `*ngComponentOutlet="shown; inputs: { depth: deep }"`],
    [
      'an outlet whose inputs are put together',
      'App.deep > overflow:Bed.depth',
      `*ngComponentOutlet="shown; inputs: all"`,
    ],
    [
      'an outlet that is bound',
      'App.deep > Bed.depth',
      `[ngComponentOutlet]="shown" [ngComponentOutletInputs]="{ depth: deep }"`,
    ],
  ])('%s shows the component that it is given', (_what, trail, written) => {
    const survey = surveyOf({
      'src/app.ts': `${CORE} ${bed} @Component({ selector: 'app-root', template: \`<ng-container ${written}></ng-container>\` })
        export class App { shown = Bed; deep = 1; get all() { return { depth: this.deep }; } dig() { this.deep = 2; } }`,
    });
    expect(trailsOf(survey, 'App.deep')).toContain(trail);
  });

  test('a directive on the component’s own element is passed what the component is', () => {
    const survey = surveyOf({
      'src/app.ts': `${CORE} @Directive({ selector: '[appTip]' }) export class Tip { @Input() text = ''; @Output() seen = new EventEmitter(); show() { console.log(this.text); this.seen.emit(); } @HostListener('click') on() { this.show(); } }
        @Component({ selector: 'app-bed', template: 'x', hostDirectives: [{ directive: Tip, inputs: ['text: tip'], outputs: ['seen'] }] }) export class Bed {}
        @Component({ selector: 'app-root', template: '<app-bed [tip]="deep" (seen)="dig()"></app-bed>' }) export class App { deep = 1; dig() { this.deep = 2; } }`,
    });
    expect(trailsOf(survey, 'App.deep')).toEqual([
      'App.deep > Bed.tip~ > Tip.text',
      'up Tip.seen > event:Bed.seen~ > event:App.deep',
    ]);
  });
});
