import { foundBy, surveyOf } from '../../testing/project';
import { application } from '../../testing/scopes';

const READER = `.controller('Gauge', ['$scope', 'units', function ($scope, units) { $scope.units = units; }])`;
const page = (writer = ''): string =>
  `<main ng-controller="Gauge">{{ units.scale }}</main><p ng-controller="Switch"><b ng-click="${writer || 'choose()'}">x</b></p>`;
const writes = (body: string): string =>
  `.controller('Switch', function ($scope, units) { $scope.units = units; $scope.choose = function () { ${body} }; })`;

const OBJECT = `{ scale: 'cm', choose: function (to) { service.scale = to; } }`;

test.each([
  ['a factory that gives an object', `.factory('units', function () { var service = ${OBJECT}; return service; })`],
  [
    'a factory that fills an object',
    `.factory('units', function () { var service = {}; service.scale = 'cm'; service.choose = function (to) { service.scale = to; }; return service; })`,
  ],
  [
    'a factory in a list, by a name',
    `.factory('units', ['$http', makeUnits]); function makeUnits(http) { var service = ${OBJECT}; return service; }`,
  ],
  [
    'a constructor',
    `.service('units', function () { var self = this; this.scale = 'cm'; this.choose = function (to) { self.scale = to; }; })`,
  ],
  [
    'a constructor with a prototype',
    `.service('units', Units); function Units() { this.scale = 'cm'; } Units.prototype.choose = function (to) { this.scale = to; }`,
  ],
  [
    'a class',
    `.service('units', Units); class Units { constructor($http) { this.http = $http; this.scale = 'cm'; } choose(to) { this.scale = to; } }`,
  ],
  [
    'a provider',
    `.provider('units', function () { var first = 'cm'; this.$get = ['$http', function () { var service = ${OBJECT}; return service; }]; })`,
  ],
])('%s is there once, for all who ask for it', (_what, made) => {
  const survey = application(page(), `${READER}${writes(`units.choose('in');`)}${made}`);
  expect(survey.trail('service:units.scale')).toMatchObject({
    homes: [{ component: null, kind: 'service' }],
    readers: [{ component: 'Gauge' }],
    writers: [{ component: 'Switch' }],
  });
  expect(foundBy('outside-write', survey)).toEqual([]);
});

test('what a service keeps in a variable, and gives by a function', () => {
  const survey = application(
    '<main ng-controller="Gauge">{{ units.get() }}</main><p ng-controller="Switch"><b ng-click="choose()">x</b></p>',
    `${READER}${writes(`units.set('in');`)}.factory('units', function () {
       var scale = 'cm';
       return { get: function () { return scale; }, set: function (to) { scale = to; } };
     })`,
  );
  expect(survey.trail('service:units.scale')).toMatchObject({
    readers: [{ component: 'Gauge' }],
    writers: [{ component: 'Switch' }],
  });
});

test.each([
  ['by a component', `units.scale = 'in';`, ['Switch.scale']],
  ['by its own function', `units.choose('in');`, []],
])('a field of a service is set %s', (_what, body, expected) => {
  const survey = application(
    page(),
    `${READER}${writes(body)}.factory('units', function () { var service = ${OBJECT}; return service; })`,
  );
  expect(foundBy('outside-write', survey)).toEqual(expected);
});

test('markup sets a field of a service', () => {
  const survey = application(
    page(`units.scale = 'in'`),
    `${READER}${writes('')}.factory('units', function () { var service = ${OBJECT}; return service; })`,
  );
  expect(survey.trail('service:units.scale').writers).toMatchObject([{ component: 'Switch' }]);
});

test('a value, and a constant, by names', () => {
  const survey = application(
    '<main ng-controller="Gauge">{{ limits.deep }}{{ names.soil }}</main>',
    `.value('limits', { deep: 3 }).constant('names', { soil: 'soil' })
     .controller('Gauge', function ($scope, limits, names) { $scope.limits = limits; $scope.names = names; })`,
  );
  expect(survey.trail('service:limits.deep').readers).toMatchObject([{ component: 'Gauge' }]);
  expect(survey.trail('service:names.soil').readers).toMatchObject([{ component: 'Gauge' }]);
});

test('one service uses another', () => {
  const survey = application(
    page(),
    `${READER}${writes(`desk.choose('in');`).replace('units)', 'units, desk)')}
     .factory('desk', function (units) { return { choose: function (to) { units.choose(to); } }; })
     .factory('units', function () { var service = ${OBJECT}; return service; })`,
  );
  expect(survey.trail('service:units.scale').writers).toMatchObject([{ component: 'Switch' }]);
});

test('what a request brings is a cell of its address', () => {
  const survey = application(
    '<main ng-controller="Beds">{{ beds }}</main>',
    `.controller('Beds', function ($scope, $http) {
       $scope.beds = [];
       $http.get('/beds').then(function (answer) { $scope.beds = answer.data; });
     })`,
  );
  expect(survey.document().cells.filter(({ kind }) => kind === 'remote')).toMatchObject([{ name: '/beds' }]);
});

test('modules of several files, with names made safe', () => {
  const survey = surveyOf({
    'package.json': JSON.stringify({ dependencies: { angular: '1.8.3' } }),
    'index.html': `<html ng-app="beds"><body>${page()}</body></html>`,
    'app/beds.module.js': `(function () { 'use strict'; angular.module('beds', ['units']); })();`,
    'app/gauge.js': `(function () { 'use strict';
      angular.module('beds').controller('Gauge', Gauge);
      Gauge.$inject = ['$scope', 'units'];
      function Gauge(s, u) { s.units = u; }
    })();`,
    'app/switch.js': `!function (ng) { var app = ng.module('beds'); }(angular);
      angular.module('beds').controller('Switch', ['$scope', 'units', (a, b) => { a.choose = () => { b.choose('in'); }; }]);`,
    'app/units.js': `define(['angular'], function (angular) {
      angular.module('units', []).factory('units', [function () { var service = ${OBJECT}; return service; }]);
    });`,
  });
  expect(survey.trail('service:units.scale')).toMatchObject({
    readers: [{ component: 'Gauge' }],
    writers: [{ component: 'Switch' }],
  });
});

test('a list that a service changes in place is seen by all who show it', () => {
  const survey = application(
    '<main ng-controller="Gauge"><i ng-repeat="one in list.all">{{ one }}</i></main><p ng-controller="Switch"><b ng-click="choose()">x</b></p>',
    `.controller('Gauge', function ($scope, list) { $scope.list = list; })
     .controller('Switch', function ($scope, list) { $scope.choose = function () { list.add(1); }; })
     .factory('list', function () { var it = { all: [], add: function (one) { it.all.push(one); } }; return it; })`,
  );
  expect(survey.trail('service:list.all')).toMatchObject({
    readers: [{ component: 'Gauge' }],
    writers: [{ component: 'Switch' }],
  });
  expect(survey.findings().filter(({ level }) => level === 'error')).toEqual([]);
});

test('a value taken once out of a service, which replaces it', () => {
  const survey = application(
    page().replace('units.scale', 'scale'),
    `.controller('Gauge', function ($scope, units) { $scope.scale = units.scale; })${writes(`units.choose('in');`)}
     .factory('units', function () { var service = ${OBJECT}; return service; })`,
  );
  expect(foundBy('frozen-read', survey)).toEqual(['Gauge.scale']);
});
