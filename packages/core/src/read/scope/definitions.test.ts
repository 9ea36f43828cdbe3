import { foundBy, trailsOf } from '../../testing/project';
import { application, sitesIn } from '../../testing/scopes';

const DESK = `.controller('Desk', function ($scope) {
  $scope.depth = 1; $scope.beds = []; $scope.last = null;
  $scope.dig = function (to) { $scope.depth = to; };
  $scope.pick = function (bed) { $scope.last = bed; };
})`;
const within = (tag: string): string => `<main ng-controller="Desk">${tag}{{ last }}</main>`;
const bed = (more: string, template = '<b>{{ $ctrl.depth }}</b>'): string =>
  `.component('bedTile', { template: '${template}', ${more} })`;

test('what an element is passed, one way', () => {
  const survey = application(within('<bed-tile depth="depth"></bed-tile>'), DESK + bed(`bindings: { depth: '<' }`));
  expect(sitesIn(survey)).toContain('bed-tile bedTile by Desk once');
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > bedTile.depth']);
  expect(survey.document().components.find(({ name }) => name === 'bedTile')?.props).toMatchObject([{ name: 'depth' }]);
});

test.each([
  ['a prefix', '<data-bed-tile depth="depth"></data-bed-tile>'],
  ['a colon', '<bed:tile depth="depth"></bed:tile>'],
  ['an attribute with a prefix', '<bed-tile data-depth="depth"></bed-tile>'],
])('names are the same with %s', (_what, tag) => {
  const survey = application(within(tag), DESK + bed(`bindings: { depth: '<' }`));
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > bedTile.depth']);
});

test('bound both ways, the child asks for the change', () => {
  const survey = application(
    within('<bed-tile depth="depth"></bed-tile>'),
    DESK +
      bed(
        `bindings: { depth: '=' }, controller: function () { var vm = this; vm.deeper = function () { vm.depth = 4; }; }`,
        '<b ng-click="$ctrl.deeper()">{{ $ctrl.depth }}</b>',
      ),
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual([
    'Desk.depth > bedTile.depth',
    'up bedTile.depth > binding:Desk.depth',
  ]);
});

test('bound both ways, markup in a file of its own asks for the change', () => {
  const survey = application(
    within('<bed-tile depth="depth"></bed-tile>'),
    `${DESK}.component('bedTile', { bindings: { depth: '=' }, templateUrl: 'app/bed.html' })`,
    { 'app/bed.html': '<input ng-model="$ctrl.depth">' },
  );
  expect(survey.trail('Desk.depth')).toMatchObject({
    readers: [{ component: 'bedTile', file: 'app/bed.html' }],
    writers: [{ component: 'bedTile' }],
  });
});

test('a function that is bound is called with names', () => {
  const survey = application(
    within('<bed-tile ng-repeat="one in beds" bed="one" on-pick="pick(bed)"></bed-tile>'),
    DESK +
      bed(`bindings: { bed: '<', onPick: '&' }`, '<b ng-click="$ctrl.onPick({ bed: $ctrl.bed })">{{ $ctrl.bed }}</b>'),
  );
  expect(survey.trail('Desk.last').writers).toMatchObject([{ component: 'bedTile', name: 'onPick' }]);
  expect(survey.document().sites.find(({ name }) => name === 'bed-tile')?.repeat).toBe('many');
});

test.each([
  ['as it stands', 'label="depth"', []],
  ['with a value in it', 'label="{{ depth }}"', ['Desk.depth > bedTile.label']],
])('a text is passed %s', (_what, attribute, expected) => {
  const survey = application(
    within(`<bed-tile ${attribute}></bed-tile>`),
    DESK + bed(`bindings: { label: '@' }`, '<b>{{ $ctrl.label }}</b>'),
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(expected);
  expect(foundBy('unused-prop', survey)).toEqual([]);
});

test('an attribute goes by another name inside', () => {
  const survey = application(
    within('<bed-tile how-deep="depth"></bed-tile>'),
    DESK + bed(`bindings: { depth: '<?howDeep' }`),
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > bedTile.howDeep']);
});

test('an attribute that is nearly right, and one that may be for another', () => {
  const survey = application(
    within('<bed-tile dept="depth" md-lift="3"></bed-tile>'),
    DESK + bed(`bindings: { depth: '<' }`),
  );
  expect(foundBy('unknown-prop', survey)).toEqual(['Desk.dept']);
});

test('a directive of a scope of its own, on an element or as an attribute, linked to what it shows', () => {
  const survey = application(
    within('<i soil-gauge depth="depth" on-deep="dig(to)"></i><soil-gauge depth="depth"></soil-gauge>'),
    `${DESK}.directive('soilGauge', function () {
       return { scope: { depth: '=', onDeep: '&' }, template: '<b ng-click="deeper()">{{ depth }}</b>',
         link: function (scope) { scope.deeper = function () { scope.onDeep({ to: 9 }); }; } };
     })`,
  );
  expect(sitesIn(survey).filter((one) => one.includes('soilGauge'))).toEqual([
    '[soilGauge] soilGauge by Desk once',
    'soil-gauge soilGauge by Desk once',
  ]);
  expect(survey.trail('Desk.depth')).toMatchObject({
    readers: [{ component: 'soilGauge' }],
    writers: [{ component: 'soilGauge' }],
  });
});

test('a directive that shares the scope around reads its names, and no others', () => {
  const survey = application(
    within('<i tint></i>'),
    `${DESK}.directive('tint', function () {
       return { restrict: 'A', link: function (scope, element) { element.text(scope.depth); } };
     })`,
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > context:tint.depth']);
  expect(trailsOf(survey, 'Desk.beds')).toEqual([]);
});

test('an object that is returned under a name, its fields set one by one', () => {
  const survey = application(
    within('<soil-gauge depth="depth"></soil-gauge>'),
    `${DESK}.directive('soilGauge', soilGauge);
     function soilGauge() { var it = { restrict: 'E', scope: {} , controller: Gauge, controllerAs: 'vm', bindToController: { depth: '<' } };
       it.template = '<b>{{ vm.depth }}</b>'; return it; }
     function Gauge() {}`,
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > soilGauge.depth']);
});

test('a controller registered in another file is part of the component that names it', () => {
  const survey = application(
    within('<bed-tile depth="depth"></bed-tile>'),
    `${DESK}.component('bedTile', { bindings: { depth: '<' }, controller: 'BedTileController as tile', templateUrl: 'tiles/bed.html' })`,
    {
      'app/tiles/bed.js': `angular.module('beds').controller('BedTileController', function () {
        var vm = this; vm.open = false; vm.toggle = function () { vm.open = !vm.open; }; });`,
      'app/tiles/bed.html': '<b ng-click="tile.toggle()" ng-show="tile.open">{{ tile.depth }}</b>',
    },
  );
  expect(
    survey
      .document()
      .components.map(({ name }) => name)
      .sort(),
  ).toEqual(['Desk', 'bedTile']);
  expect(survey.trail('bedTile.open')).toMatchObject({
    homes: [{ component: 'bedTile' }],
    readers: [{ component: 'bedTile' }],
    writers: [{ component: 'bedTile' }],
  });
});

test('a description in a module of its own', () => {
  const survey = application(within('<bed-tile depth="depth"></bed-tile>'), DESK, {
    'app/tile.js': `export const bedTileComponent = { bindings: { depth: '<' }, template: '<b>{{ $ctrl.depth }}</b>', controller: class { } };`,
    'app/tiles.js': `import angular from 'angular'; import { bedTileComponent } from './tile';
        angular.module('beds').component('bedTile', bedTileComponent);`,
  });
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > bedTile.depth']);
});

test('what stands between the tags has the scope of who writes it', () => {
  const survey = application(
    within('<bed-frame><b>{{ depth }}</b><bed-tile depth="depth"></bed-tile></bed-frame>'),
    `${DESK}${bed(`bindings: { depth: '<' }`)}.component('bedFrame', { transclude: true, template: '<div><ng-transclude></ng-transclude></div>' })`,
  );
  expect(survey.document().sites.find(({ name }) => name === 'bed-tile')).toMatchObject({
    by: 'app/app.js#Desk',
    under: 'app/app.js#bedFrame',
  });
  expect(survey.trail('Desk.depth').readers.map(({ component }) => component)).toEqual(['Desk', 'bedTile']);
});

test('a directive requires the controller of one around it', () => {
  const survey = application(
    within('<bed-list><bed-row></bed-row></bed-list>'),
    `${DESK}.component('bedList', { transclude: true, template: '<ul ng-transclude></ul>',
       controller: function () { var vm = this; vm.rows = []; vm.add = function (row) { vm.rows.push(row); }; } })
     .component('bedRow', { require: { list: '^bedList' }, template: '<li></li>',
       controller: function () { var vm = this; vm.$onInit = function () { vm.list.add(vm); }; } })`,
  );
  expect(survey.trail('bedList.rows').writers).toMatchObject([{ component: 'bedRow' }]);
});

test('markup that is put together while the program runs is told', () => {
  const survey = application(
    within('<bed-tile></bed-tile>'),
    `${DESK}.component('bedTile', { template: function (texts) { return texts.bed; } })`,
  );
  expect(foundBy('unresolved', survey).length).toBe(1);
});

test('a template put together of texts', () => {
  const survey = application(
    within('<bed-tile depth="depth"></bed-tile>'),
    `${DESK}.component('bedTile', { bindings: { depth: '<' }, template: '<div class="a">' +
      '<b ng-class="{\\'deep\\': $ctrl.depth > 3}">x</b>' + '</div>' })`,
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > bedTile.depth']);
});
