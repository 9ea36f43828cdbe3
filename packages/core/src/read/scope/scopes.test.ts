import { foundBy, surveyOf, trailsOf } from '../../testing/project';
import { application, sitesIn } from '../../testing/scopes';

const DESK = `.controller('Desk', ['$scope', function ($scope) {
  $scope.depth = 1;
  $scope.form = { name: '' };
  $scope.dig = function () { $scope.depth = 2; };
}])`;
const BED = `.controller('Bed', function ($scope) { $scope.own = 1; $scope.rake = function () { $scope.own = 2; }; })`;

test('controllers nest by attributes: what a name stands for is found in the scope around', () => {
  const survey = application(
    '<main ng-controller="Desk"><div ng-controller="Bed">{{ depth }} {{ own }}</div></main>',
    DESK + BED,
  );
  expect(sitesIn(survey)).toEqual(['Bed Bed by Desk once', 'Desk Desk by - once']);
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > context:Bed.depth']);
  expect(survey.trail('Bed.own').readers.map(({ component }) => component)).toEqual(['Bed']);
});

test('a name that a scope sets itself is its own, whatever stands around', () => {
  const survey = application(
    '<main ng-controller="Desk">{{ own }}<div ng-controller="Bed">{{ own }}</div></main>',
    `.controller('Desk', function ($scope) { $scope.own = 7; $scope.grow = function () { $scope.own = 8; }; })${BED}`,
  );
  expect(survey.trail('Desk.own').readers.map(({ component }) => component)).toEqual(['Desk']);
});

test('a function of the scope around is called by name: whoever calls it is the writer', () => {
  const survey = application(
    '<main ng-controller="Desk"><div ng-controller="Bed"><b ng-click="dig()">dig</b>{{ depth }}</div></main>',
    DESK + BED,
  );
  expect(survey.trail('Desk.depth').writers.map(({ component }) => component)).toEqual(['Bed']);
});

test.each([
  ['the name alone hides it', 'ng-model="depth"', ['Desk.depth']],
  ['a field of an object is set where that lives', 'ng-model="form.name"', []],
])('%s, inside a condition', (_what, attribute, expected) => {
  const survey = application(
    `<main ng-controller="Desk">{{ depth }}{{ form.name }}<p ng-if="depth"><input ${attribute}></p></main>`,
    DESK,
  );
  expect(foundBy('frozen-read', survey)).toEqual(expected);
});

test('a field of an object of the scope around is set there', () => {
  const survey = application(
    '<main ng-controller="Desk">{{ form.name }}<div ng-controller="Bed"><input ng-model="form.name"></div></main>',
    DESK + BED,
  );
  expect(survey.trail('Desk.form').writers.map(({ component }) => component)).toEqual(['Bed']);
});

test('a name that a controller does not set, and its markup does, hides the one around', () => {
  const survey = application(
    '<main ng-controller="Desk">{{ depth }}<div ng-controller="Bed"><input ng-model="depth"></div></main>',
    DESK + BED,
  );
  expect(foundBy('frozen-read', survey)).toEqual(['Bed.depth']);
});

const SHARED = `.service('House', function () { return { bench: { rows: [{ name: 'Fern' }] }, wrap: function (bench) { return { bench: bench }; } }; })
  .controller('Desk', function ($scope, House) { $scope.tray = House.bench; })
  .controller('Ward', function ($scope, House) { $scope.tray = House.wrap(House.bench); })`;
test.each([
  [
    'a field of an object out of a service',
    '<p ng-controller="Desk"><i ng-repeat="row in tray.rows"><input ng-model="row.name"></i></p>',
  ],
  ['the same, one field deep', '<p ng-controller="Desk"><input ng-model="tray.name">{{ tray.name }}</p>'],
  [
    'a name that the controller of both scopes sets',
    '<p ng-controller="Ward">{{ tray }}<b ng-controller="Ward"><input ng-model="tray">{{ tray }}</b></p>',
  ],
])('what markup sets is no stale copy: %s', (_what, body) => {
  expect(foundBy('frozen-read', application(body, SHARED))).toEqual([]);
});

test.each([
  ['<input ng-model="depth">', 1],
  ['<div contenteditable ng-model="depth"></div>', 1],
  ['<div depth-dial ng-model="depth"></div>', 1],
  ['<depth-dial ng-model="depth"></depth-dial>', 1],
  ['<main ng-model="depth" id="depth"></main>', 0],
  ['<ul data-ng-model="depth"></ul>', 0],
])('a model is set where something can be typed or chosen: %s', (tag, writers) => {
  const survey = application(
    `<div ng-controller="Desk">{{ depth }}${tag}</div>`,
    `.controller('Desk', function ($scope) { $scope.depth = 1; })`,
  );
  expect(survey.trail('Desk.depth')).toMatchObject({ readers: [{ component: 'Desk' }] });
  expect(survey.trail('Desk.depth').writers).toHaveLength(writers);
});

test.each(['ng-repeat="one in list"', 'ng-switch-when="1"', 'ng-if="list"'])(
  'a name that nobody else has is the own one of %s',
  (attribute) => {
    const survey = application(
      `<main ng-controller="Desk"><p ${attribute}><b ng-click="open = !open">{{ open }}</b></p></main>`,
      `.controller('Desk', function ($scope) { $scope.list = [1]; })`,
    );
    expect(survey.trail('Desk.open').homes).toMatchObject([{ component: 'Desk', kind: 'state' }]);
    expect(foundBy('frozen-read', survey)).toEqual([]);
  },
);

test('the instance goes by the name that markup gives it, also further in', () => {
  const survey = application(
    '<main ng-controller="Desk as desk"><div ng-controller="Bed as bed">{{ desk.depth }} {{ bed.own }}</div></main>',
    `.controller('Desk', function () { var vm = this; vm.depth = 1; vm.dig = function () { vm.depth++; }; })
     .controller('Bed', function () { this.own = 1; })`,
  );
  expect(trailsOf(survey, 'Desk.depth')).toEqual(['Desk.depth > context:Bed.desk.depth']);
  expect(survey.trail('Bed.own').readers).toMatchObject([{ component: 'Bed', name: 'own' }]);
});

test('a class is a controller too', () => {
  const survey = application(
    '<main ng-controller="Desk as desk"><b ng-click="desk.dig()">{{ desk.depth }}</b></main>',
    `;class Desk { constructor(units) { this.units = units; this.depth = 1; } dig() { this.depth = 2; } }
     Desk.$inject = ['units'];
     angular.module('beds').controller('Desk', Desk)`,
  );
  expect(survey.trail('Desk.depth')).toMatchObject({
    readers: [{ component: 'Desk' }],
    writers: [{ component: 'Desk' }],
  });
});

test('the outermost scope is there for all', () => {
  const survey = application(
    '<main ng-controller="Desk">{{ season }}</main><div ng-controller="Bed"><b ng-click="sow()">x</b></div>',
    `.run(function ($rootScope) { $rootScope.season = 'spring'; })${DESK}
     .controller('Bed', function ($scope, $rootScope) { $scope.sow = function () { $rootScope.season = 'summer'; }; })`,
  );
  expect(survey.trail('service:$rootScope.season')).toMatchObject({
    homes: [{ component: null, kind: 'service' }],
    readers: [{ component: 'Desk' }],
    writers: [{ component: 'Bed' }],
  });
  expect(foundBy('outside-write', survey)).toEqual(['Bed.season']);
});

test('what is included, and what stands in a script tag, has the scope it is shown in', () => {
  const survey = application(
    `<main ng-controller="Desk"><div ng-include="'parts/soil.html'"></div><div ng-include="'stone.html'"></div></main>
     <script type="text/ng-template" id="stone.html"><i>{{ form.name }}</i></script>`,
    DESK,
    { 'app/parts/soil.html': '<b ng-bind="depth"></b>' },
  );
  expect(survey.trail('Desk.depth').readers).toMatchObject([{ component: 'Desk', file: 'app/parts/soil.html' }]);
  expect(survey.trail('Desk.form').readers).toMatchObject([{ component: 'Desk', file: 'index.html' }]);
});

test('what is watched is read, by a text and by a function', () => {
  const survey = application(
    '<main ng-controller="Desk">{{ twice }}</main>',
    `.controller('Desk', function ($scope) {
       $scope.depth = 1; $scope.twice = 0;
       $scope.$watch('depth', function (depth) { $scope.twice = depth * 2; });
       $scope.$watch(function () { return $scope.depth; }, function (deep) { console.log(deep); });
     })`,
  );
  expect(survey.trail('Desk.depth').readers.length).toBeGreaterThan(0);
  expect(foundBy('unresolved', survey)).toEqual([]);
});

test.each([
  ['a filter in brackets, with arguments', '{{ (depth | metres: unit) + 1 }}', ['depth', 'unit']],
  ['in a call', '<b ng-if="isWide((depth | metres))">wide</b>', ['depth']],
  [
    'what is kept of a filtered list',
    '<i ng-repeat="one in found = (list | filter: { name: name })">{{ one }}</i>',
    ['list', 'name'],
  ],
  ['an expression that ends like a statement', '<b ng-show="depth;">deep</b>', ['depth']],
])('%s', (_what, body, names) => {
  const survey = application(
    `<div ng-controller="Desk">${body}<b ng-click="dig()">dig</b></div>`,
    `.controller('Desk', function ($scope) {
      $scope.dig = function () { $scope.depth = 1; $scope.unit = 'm'; $scope.list = []; $scope.name = ''; };
    })`,
  );
  expect(survey.document().files.flatMap(({ problems }) => problems)).toEqual([]);
  const read = ['depth', 'unit', 'list', 'name'].filter((name) => survey.trail(`Desk.${name}`).readers.length > 0);
  expect(read).toEqual(names);
});

test('markup in a text of a script is read as what the text says', () => {
  const survey = application(
    '<bed></bed>',
    String.raw`.component('bed', { templateUrl: 'bed.html', controller: function () { this.depth = 1; this.dig = function () { this.depth = 2; }; } })
      .run(function ($templateCache) { $templateCache.put('bed.html', "<b ng-click=\"$ctrl.dig()\">{{ $ctrl.depth === 2 ? \"deep\" : \"flat\" }}</b>"); })`,
  );
  expect(survey.document().files.flatMap(({ problems }) => problems)).toEqual([]);
  expect(survey.trail('bed.depth')).toMatchObject({ readers: [{ component: 'bed' }], writers: [{ component: 'bed' }] });
});

test('of several that are registered under one name, the nearest is meant', () => {
  const page = (script: string): string =>
    `<html ng-app="beds"><body><div ng-controller="Bed"><b>{{ depth }}</b></div>${script}</body></html>`;
  const bed = (field: string): string =>
    `angular.module('beds', []).controller('Bed', function ($scope, soil) { $scope.depth = 1; $scope.dig = function () { $scope.depth = 2; soil.${field} = 3; }; })
      .factory('soil', function () { return { ${field}: 1 }; });`;
  const survey = surveyOf({
    'north/index.html': page('<script src="app.js"></script>'),
    'north/app.js': bed('wet'),
    'south/index.html': page('<script src="app.js"></script>'),
    'south/app.js': bed('dry'),
    'own.html': page(`<script>${bed('low')}</script>`),
  });
  const { sites } = survey.document();
  expect(sites.map(({ file, of }) => `${file} ${of ?? ''}`).sort()).toEqual([
    'north/index.html north/app.js#Bed',
    'own.html own.html#Bed',
    'south/index.html south/app.js#Bed',
  ]);
  expect(survey.trail('north/app.js#Bed.depth').readers).toMatchObject([{ component: 'Bed', id: 'north/app.js#Bed' }]);
  expect(survey.trail('service:soil.wet').writers.map(({ id }) => id)).toEqual(['north/app.js#Bed']);
});

describe('the scope around, by the name that a scope has for it', () => {
  const HOUSE = `.controller('House', function ($scope) { $scope.beds = [1, 2]; $scope.chosen = 0; })`;
  const whoOf = (survey: ReturnType<typeof surveyOf>): (string | null)[][] => {
    const { readers, writers } = survey.trail('House.chosen');
    return [readers, writers].map((all) => all.map(({ component }) => component));
  };

  test.each([
    ['of a repeat', '<p ng-repeat="bed in beds" ng-click="$parent.chosen = bed">{{ $parent.chosen }}</p>'],
    ['of a condition', '<input ng-if="beds" ng-model="$parent.chosen">{{ chosen }}'],
    ['of both', '<p ng-repeat="bed in beds" ng-if="bed" ng-click="$parent.$parent.chosen = bed"></p>{{ chosen }}'],
  ])('%s', (_of, markup) => {
    expect(whoOf(application(`<main ng-controller="House">${markup}</main>`, HOUSE))).toEqual([['House'], ['House']]);
  });

  test('of a controller, in its markup and in its script, where what is set is told as not followed', () => {
    const markup = '<main ng-controller="House"><p ng-controller="Bed">{{ $parent.chosen }}{{ same() }}</p></main>';
    const read = application(
      markup,
      `${HOUSE}.controller('Bed', function ($scope) { $scope.chosen = 5; $scope.same = function () { $scope.$parent.wet = 1; return $scope.$parent.chosen; }; })`,
    );
    expect(whoOf(read)[0]?.[0]).toBe('Bed');
    expect(foundBy('unresolved', read)).toEqual(['Bed.$scope.$parent.wet']);
  });

  test('a repeat has the names that the one around it declares', () => {
    const survey = application(
      '<main ng-controller="House"><div ng-repeat="row in beds"><p ng-repeat="row in beds">{{ $parent.row }}</p></div></main>',
      HOUSE,
    );
    expect(survey.trail('House.beds').readers.length).toBeGreaterThan(0);
  });
});
