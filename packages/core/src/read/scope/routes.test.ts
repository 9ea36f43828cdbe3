import { surveyOf, trailsOf, foundBy } from '../../testing/project';
import { application, sitesIn } from '../../testing/scopes';

const BEDS = `.controller('Beds', function ($scope) { $scope.count = 1; $scope.more = function () { $scope.count = 2; }; })`;

test.each([
  ['ng-view', `$routeProvider.when('/beds', { templateUrl: 'app/beds.html', controller: 'Beds' })`, '$routeProvider'],
  [
    'ui-view',
    `$stateProvider.state('beds', { url: '/beds', templateUrl: 'app/beds.html', controller: 'Beds' })`,
    '$stateProvider',
  ],
])('a route shows a template with its controller in %s', (outlet, routes, router) => {
  const survey = application(
    `<main ng-controller="Desk">{{ title }}<div ${outlet}></div></main>`,
    `.controller('Desk', function ($scope) { $scope.title = 'x'; $scope.name = function () { $scope.title = 'y'; }; })${BEDS}
     .config(['${router}', function (${router}) { ${routes}; }])`,
    { 'app/beds.html': '<b ng-click="more()">{{ count }} {{ title }}</b>' },
  );
  expect(survey.document().sites.find(({ name }) => name === 'Beds')).toMatchObject({
    by: null,
    under: 'app/app.js#Desk',
  });
  expect(survey.trail('Beds.count')).toMatchObject({
    readers: [{ component: 'Beds', file: 'app/beds.html' }],
    writers: [{ component: 'Beds' }],
  });
  expect(trailsOf(survey, 'Desk.title')).toEqual(['Desk.title > context:Beds.title']);
});

test('an outlet may stand in the page itself; a controller may be written in the route', () => {
  const survey = application(
    '<div ng-view></div>',
    `.config(function ($routeProvider) {
       $routeProvider.when('/beds', { template: '<b>{{ vm.count }}</b>', controllerAs: 'vm', controller: function () { this.count = 1; } })
         .otherwise({ redirectTo: '/beds' });
     })`,
  );
  const [component] = survey.document().components;
  expect(component?.name).toBe('bedsController');
  expect(survey.trail('bedsController.count').readers).toMatchObject([{ component: 'bedsController' }]);
});

test('a state inside another is shown at its outlet; a component may be all there is', () => {
  const survey = application(
    '<div ui-view></div>',
    `.component('bedList', { template: '<ul><ui-view></ui-view></ul>' }).component('bedPage', { template: '<i></i>', bindings: { bed: '<' } })
     .config(function ($stateProvider) {
       $stateProvider.state('beds', { url: '/beds', component: 'bedList' })
         .state('beds.one', { url: '/:id', component: 'bedPage', resolve: { bed: function ($stateParams) { return $stateParams.id; } } });
     })`,
  );
  expect(survey.document().sites.find(({ name }) => name === 'bedPage')).toMatchObject({ under: 'app/app.js#bedList' });
});

test('what a route resolves is given to its controller by name', () => {
  const survey = application(
    '<div ng-view></div>',
    `.factory('store', function () { var it = { beds: [], load: function () { return it.beds; }, add: function (bed) { it.beds = [bed]; } }; return it; })
     .controller('Beds', function ($scope, beds) { $scope.beds = beds; })
     .config(function ($routeProvider) {
       $routeProvider.when('/', { template: '<b>{{ beds }}</b>', controller: 'Beds', resolve: { beds: ['store', function (store) { return store.load(); }] } });
     })`,
  );
  expect(survey.trail('service:store.beds').readers).toMatchObject([{ component: 'Beds' }]);
});

test('the address is read by its parameters', () => {
  const survey = application(
    '<div ng-controller="Bed">{{ id }}</div>',
    `.controller('Bed', function ($scope, $routeParams) { $scope.id = $routeParams.id; })`,
  );
  expect(survey.document().cells.filter(({ kind }) => kind === 'url')).toMatchObject([{ name: 'params' }]);
});

test('a dialog shows a template with a controller', () => {
  const survey = application(
    '<main ng-controller="Desk"><b ng-click="ask()">x</b></main>',
    `.controller('Desk', function ($scope, $uibModal) { $scope.ask = function () {
       $uibModal.open({ templateUrl: 'app/ask.html', controller: 'Ask' }); }; })
     .controller('Ask', function ($scope) { $scope.name = ''; })`,
    { 'app/ask.html': '<input ng-model="name">' },
  );
  expect(sitesIn(survey)).toContain('Ask Ask by Desk once');
  expect(survey.trail('Ask.name')).toMatchObject({ readers: [{ component: 'Ask' }], writers: [{ component: 'Ask' }] });
});

test.each([
  ['from the folder above', 'beds/bed.html'],
  ['from the root', 'app/beds/bed.html'],
  ['with a sign before it', './beds/bed.html'],
  ['under a prefix of the server', '/static/beds/bed.html'],
])('a template is found %s', (_what, url) => {
  const survey = surveyOf({
    'package.json': JSON.stringify({ dependencies: { angular: '1.8.3' } }),
    'app/app.js': `angular.module('beds', []).component('bedTile', { templateUrl: '${url}', controller: function () { this.depth = 1; } });`,
    'app/beds/bed.html': '<b ng-bind="$ctrl.depth"></b>',
  });
  expect(survey.trail('bedTile.depth').readers).toMatchObject([{ file: 'app/beds/bed.html' }]);
  expect(foundBy('unresolved', survey)).toEqual([]);
});
