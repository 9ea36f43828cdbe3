import { factsOf, foundBy, surveyOf, trailsOf } from '../../testing/project';
import { application } from '../../testing/scopes';

const page =
  '<main ng-controller="Desk">{{ last }}<div ng-controller="Bed"><b ng-click="dig()">x</b></div></main><p ng-controller="Path"></p>';
const desk = (body: string): string =>
  `.controller('Desk', function ($scope, $rootScope) { $scope.last = 0; ${body} })`;
const bed = (body: string): string =>
  `.controller('Bed', function ($scope, $rootScope) { $scope.depth = 3; $scope.dig = function () { ${body} }; })`;
const path = (body = ''): string => `.controller('Path', function ($scope, $rootScope) { ${body} })`;
const hears = (topic: string): string => `$scope.$on('${topic}', function (event, depth) { $scope.last = depth; });`;

test('what is sent up is an event, to whoever stands above', () => {
  const survey = application(page, desk(hears('dug')) + bed(`$scope.$emit('dug', $scope.depth);`) + path());
  expect(trailsOf(survey, 'Desk.last')).toEqual(['up Bed.dug > event:Desk.last']);
  expect(survey.document().components.find(({ name }) => name === 'Bed')?.events).toMatchObject([{ name: 'dug' }]);
  expect(survey.document().cells.filter(({ kind }) => kind === 'channel')).toEqual([]);
});

test('what the outermost scope sends is a channel', () => {
  const survey = application(page, desk(hears('dug')) + bed(`$rootScope.$broadcast('dug', $scope.depth);`) + path());
  expect(survey.trail('channel:dug')).toMatchObject({
    readers: [{ component: 'Desk' }],
    writers: [{ component: 'Bed' }],
  });
});

test.each([
  ['up, with a listener above', `$scope.$emit('dug', 1);`, desk(hears('dug')), path(), []],
  ['up, with a listener beside it alone', `$scope.$emit('dug', 1);`, desk(''), path(hears('dug')), ['Bed.dug']],
  [
    'up, with a listener on the outermost scope',
    `$scope.$emit('dug', 1);`,
    desk(''),
    path(`$rootScope.$on('dug', function () {});`),
    [],
  ],
  ['down, with a listener above alone', `$scope.$broadcast('dug', 1);`, desk(hears('dug')), path(), ['Bed.dug']],
  ['to all, with a listener beside it', `$rootScope.$broadcast('dug', 1);`, desk(''), path(hears('dug')), []],
  ['under a name that is nearly right', `$scope.$emit('dugg', 1);`, desk(hears('dug')), path(), ['Bed.dugg']],
  ['under what is decided later', `$scope.$emit($scope.name, 1);`, desk(hears('dug')), path(), []],
])('who hears what is sent %s', (_what, sends, above, beside, expected) => {
  expect(foundBy('unheard-event', application(page, above + bed(sends) + beside))).toEqual(expected);
});

test('a listener for what nobody sends', () => {
  const survey = application(page, desk(hears('dugg')) + bed(`$scope.$emit('dug', 1);`) + path());
  expect(foundBy('unsent-event', survey)).toEqual(['Desk.dugg']);
});

test.each([
  ['in full', `$rootScope.$broadcast('dug', 1, 2);`, []],
  ['without the second', `$rootScope.$broadcast('dug', 1);`, ['Bed.dug']],
])('arguments are sent %s', (_what, sends, expected) => {
  const listens = `$scope.$on('dug', function (event, depth, width) { $scope.last = depth + width; });`;
  expect(foundBy('payload-mismatch', application(page, desk(listens) + bed(sends) + path()))).toEqual(expected);
});

test.each([
  ['that is sent', '{ depth: 1 }', []],
  ['that is never sent', '{ width: 1 }', ['Bed.dug']],
])('a field %s is read', (_what, payload, expected) => {
  const listens = `$scope.$on('dug', function (event, bed) { $scope.last = bed.depth; });`;
  const survey = application(page, desk(listens) + bed(`$rootScope.$broadcast('dug', ${payload});`) + path());
  expect(foundBy('payload-mismatch', survey)).toEqual(expected);
});

test('to the page, though the one listener stands above', () => {
  const survey = application(page, desk(hears('dug')) + bed(`$rootScope.$broadcast('dug', 1);`) + path());
  expect(foundBy('open-broadcast', survey)).toEqual(['Bed.dug']);
});

test.each([
  ['stays when its component goes', `$rootScope.$on('dug', function () {});`, ['Desk.dug']],
  ['is ended as its component goes', `var off = $rootScope.$on('dug', function () {}); this.$onDestroy = off;`, []],
  ['is what its component does as it goes', `this.$onDestroy = $rootScope.$on('dug', function () {});`, []],
  ['is ended by what it gives', `var off = $rootScope.$on('dug', function () {}); $scope.$on('$destroy', off);`, []],
  [
    'is ended in a function',
    `var off = $rootScope.$on('dug', function () {}); $scope.$on('$destroy', function () { off(); });`,
    [],
  ],
  ['of the own scope goes with it', hears('dug'), []],
])('a listener %s', (_what, body, expected) => {
  const survey = application(
    `<div ng-if="season">${page}</div>`,
    desk(body) + bed(`$rootScope.$broadcast('dug', 1);`) + path(),
  );
  expect(foundBy('leaked-listener', survey)).toEqual(expected);
});

test('a listener on the root stays no longer than its controller, where the page itself shows that', () => {
  const survey = application(
    page,
    desk(`$rootScope.$on('dug', function () {});`) + bed(`$rootScope.$broadcast('dug', 1);`) + path(),
  );
  expect(foundBy('leaked-listener', survey)).toEqual([]);
});

test('a listener of a controller in a script of a page, which several pages have one of, is that page’s', () => {
  const page = (topic: string): string =>
    `<html ng-app="beds"><body ng-controller="Desk"></body><script>
      angular.module('beds', []).controller('Desk', function ($rootScope) { $rootScope.$on('${topic}', function () {}); });
      angular.module('beds').run(function ($rootScope) { $rootScope.$broadcast('${topic}'); });
    </script></html>`;
  const survey = surveyOf({ 'one.html': page('dug'), 'two.html': page('sown') });
  expect(survey.document().components.map(({ name }) => name)).toEqual(['Desk', 'Desk']);
  expect(foundBy('leaked-listener', survey)).toEqual([]);
});

test.each([
  ['by one controller alone', '', 0],
  ['by another too', `.controller('Lamp', function ($rootScope) { $rootScope.season = 'dark'; })`, 2],
  ['by the application too', `.run(function ($rootScope) { $rootScope.season = 'dark'; })`, 1],
])('a field of the root that is set %s', (_what, more, found) => {
  const survey = application(
    '<main ng-controller="Desk">{{ season }}</main><b ng-controller="Lamp">{{ season }}</b>',
    `${more}\n.controller('Desk', function ($scope, $rootScope) { $rootScope.season = 'light'; })`,
  );
  expect(foundBy('outside-write', survey)).toHaveLength(found);
});

test('what is listened to on an object of a library may be sent there', () => {
  const survey = application(
    '<main ng-controller="Desk"></main>',
    `.controller('Desk', function ($scope, pumps) { var pump = pumps.create(); pump.on('stopped', function () { $scope.wet = false; }); })`,
  );
  expect(foundBy('unsent-event', survey)).toEqual([]);
});

test('a listener on the root that is put there in a function of a link function is told once', () => {
  const survey = application(
    '<bed ng-repeat="one in [1, 2]"></bed>',
    `.directive('bed', ['$rootScope', function ($rootScope) {
      return { scope: {}, compile: function () { return { post: function ($scope) {
        function grow() { if ($scope.deep) $rootScope.$on('dug', function () { $scope.deep = 2; }); }
        grow();
        $scope.dig = function () { $rootScope.$broadcast('dug'); };
      } }; } };
    }])`,
  );
  expect(survey.document().findings.filter(({ rule }) => rule === 'leaked-listener')).toMatchObject([
    { message: 'bed never removes its “dug” listener.' },
  ]);
});

test.each([
  ['a constant', `var DUG = 'dug'; `, 'DUG'],
  ['a field of a constant', `var TOPICS = { DUG: 'dug' }; `, 'TOPICS.DUG'],
  ['a constant and a key', `var AREA = 'd'; `, `AREA + 'ug'`],
  ['a template', `const area = 'd'; `, '`${area}ug`'],
  ['a helper that puts it together', `function topic(key) { return 'd' + key; } `, `topic('ug')`],
])('a topic from %s', (_what, before, topic) => {
  const text = `(function () { ${before} angular.module('beds', [])${bed(`$rootScope.$broadcast(${topic}, 1);`)}; })();`;
  expect(factsOf('app.js', text).channels).toMatchObject([{ topic: 'dug', does: 'sends' }]);
});

test('a topic that is not known is told, and nothing is said of who hears it', () => {
  const survey = application(page, desk(hears('dug')) + bed('$rootScope.$broadcast(next(), 1);') + path());
  expect(foundBy('unresolved', survey).length).toBeGreaterThan(0);
  expect(foundBy('unsent-event', survey)).toEqual([]);
});

test.each([
  ['$interval goes on', `$interval(function () { $scope.last++; }, 100);`, ['Desk.$interval']],
  [
    '$interval is cancelled',
    `var t = $interval(function () {}, 100); $scope.$on('$destroy', function () { $interval.cancel(t); });`,
    [],
  ],
  ['$interval ends by itself', `$interval(function () {}, 100, 5);`, []],
])('%s', (_what, body, expected) => {
  const survey = application(
    `<div ng-if="season">${page}</div>`,
    desk('').replace('$rootScope)', '$interval)').replace('$scope.last = 0;', `$scope.last = 0; ${body}`) +
      bed('') +
      path(),
  );
  expect(foundBy('leaked-listener', survey).map((one) => one.replace(/\.$/, '.$interval'))).toEqual(expected);
});

test('a topic from a constant of another file is what that says', () => {
  const survey = application(
    page,
    desk(hears('dug')) +
      bed('$rootScope.$broadcast(names.DUG, 1);')
        .replace(
          'function ($scope, $rootScope)',
          "['$scope', '$rootScope', 'TOPICS', function ($scope, $rootScope, names)",
        )
        .replace(/\)$/, '])') +
      path(),
    { 'app/topics.js': `angular.module('beds').constant('TOPICS', { DUG: 'dug' });` },
  );
  expect(survey.trail('channel:dug')).toMatchObject({
    readers: [{ component: 'Desk' }],
    writers: [{ component: 'Bed' }],
  });
  expect(foundBy('unheard-event', survey)).toEqual([]);
});
