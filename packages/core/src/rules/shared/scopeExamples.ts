/** Sources of applications of controllers and scopes that rules show as examples. */
import type { Examples } from '../rule';

type Sources = Record<string, string>;

/** A page, and what its script registers. */
export function scopes(page: string, registers: string): Sources {
  return {
    'index.html': `<!doctype html>
<html ng-app="beds">
  <body>
    ${page}
  </body>
</html>
`,
    'app.js': `angular
  .module('beds', [])
${registers.replace(/^/gm, '  ')};
`,
  };
}

const HOUSE = `.controller('House', function ($scope) {
  $scope.units = 'C';
  $scope.choose = function (units) {
    $scope.units = units;
  };
})`;

/** Units passed down, and a choice up, through two components that do nothing with them; and content in their place. */
export const UNITS_OF_SCOPES: Examples = {
  failing: scopes(
    `<div ng-controller="House">{{ units }}<bed-zone units="units" on-pick="choose(units)"></bed-zone></div>`,
    `${HOUSE}
.component('bedZone', {
  bindings: { units: '<', onPick: '&' },
  template: '<bed-row units="$ctrl.units" on-pick="$ctrl.onPick({ units: units })"></bed-row>',
})
.component('bedRow', {
  bindings: { units: '<', onPick: '&' },
  template: '<bed-gauge units="$ctrl.units" on-pick="$ctrl.onPick({ units: units })"></bed-gauge>',
})
.component('bedGauge', {
  bindings: { units: '<', onPick: '&' },
  template: '<b ng-click="$ctrl.onPick({ units: \\'K\\' })">{{ $ctrl.units }}</b>',
})`,
  ),
  passing: scopes(
    `<div ng-controller="House">
      {{ units }}
      <bed-zone><bed-gauge units="units" on-pick="choose(units)"></bed-gauge></bed-zone>
    </div>`,
    `${HOUSE}
.component('bedZone', { transclude: true, template: '<div ng-transclude></div>' })
.component('bedGauge', {
  bindings: { units: '<', onPick: '&' },
  template: '<b ng-click="$ctrl.onPick({ units: \\'K\\' })">{{ $ctrl.units }}</b>',
})`,
  ),
};

/** A bed within a house: what the one sends, and the other listens for. */
export const sending = (sends: string, listens: string): Sources =>
  scopes(
    `<div ng-controller="House">
      {{ last }}
      <p ng-controller="Bed"><b ng-click="dig()">dig</b></p>
    </div>`,
    `.controller('House', function ($scope) {
  $scope.last = 0;
  $scope.$on('${listens}', function (event, depth, width) {
    $scope.last = depth + width;
  });
})
.controller('Bed', function ($scope, $rootScope) {
  $scope.dig = function () {
    ${sends};
  };
})`,
  );

/** A field that is typed into, inside a condition. */
export const typing = (model: string): Sources =>
  scopes(
    `<div ng-controller="House">
      {{ ${model} }}
      <p ng-if="open"><input ng-model="${model}" /></p>
    </div>`,
    `.controller('House', function ($scope) {
  $scope.open = true;
  $scope.name = '';
  $scope.bed = { name: '' };
})`,
  );

/** A service whose field a controller sets, itself or by the service's own function. */
export const choosing = (how: string): Sources =>
  scopes(
    `<div ng-controller="House"><b ng-click="choose()">{{ units.scale }}</b></div>`,
    `.factory('units', function () {
  var units = {
    scale: 'C',
    choose: function (scale) {
      units.scale = scale;
    },
  };
  return units;
})
.controller('House', function ($scope, units) {
  $scope.units = units;
  $scope.choose = function () {
    ${how};
  };
})`,
  );

/** A listener on the outermost scope, and what ends it. */
export const staying = (keeps: string, ends: string): Sources =>
  scopes(
    `<div ng-repeat="side in ['north', 'south']" ng-controller="House">{{ side }} {{ dug }}</div>`,
    `.run(function ($rootScope) {
  $rootScope.$broadcast('dug');
})
.controller('House', function ($scope, $rootScope) {
  $scope.dug = 0;
  ${keeps}$rootScope.$on('dug', function () {
    $scope.dug = $scope.dug + 1;
  });${ends}
})`,
  );

/** What an element is passed that takes some of it. */
export const passing = (attributes: string): Sources =>
  scopes(
    `<div ng-controller="House"><bed-gauge ${attributes}></bed-gauge></div>`,
    `.controller('House', function ($scope) {
  $scope.depth = 1;
})
.component('bedGauge', {
  bindings: { depth: '<', label: '@', width: '<?' },
  controller: function () {
    var gauge = this;
    gauge.inFeet = function () {
      return gauge.depth.metres * 3.3;
    };
  },
  template: '<b>{{ $ctrl.label }} {{ $ctrl.inFeet() }} {{ $ctrl.width }}</b>',
})`,
  );

const controller = (body: string): string => `.controller('House', function ($scope) {
${body.replace(/^/gm, '  ')}
})`;

/** A house that passes a level on and raises it, and a dial that shows it. */
export const levelled = (tag: string, dial: string): Sources =>
  scopes(
    `<div ng-controller="House"><b ng-click="raise()">{{ level }}</b><bed-dial level="level"${tag}></bed-dial></div>`,
    `${controller(`$scope.level = 1;
$scope.raise = function () {
  $scope.level = $scope.level + 1;
};`)}
.component('bedDial', ${dial})`,
  );

/** Trays of a list, and what each of them keeps and tells. */
export const benched = (tag: string, house: string, tray: string): Sources =>
  scopes(
    `<div ng-controller="House">{{ opened }}<bed-tray ng-repeat="bed in beds" ${tag}></bed-tray></div>`,
    `${controller(`$scope.beds = ['north', 'south'];
${house}`)}
.component('bedTray', ${tray})`,
  );

/** A house that passes some of a plan on to a tray, through a zone that does nothing with it. */
export const planned = (name: string, given: string, shown: string): Sources =>
  scopes(
    `<div ng-controller="House">
      {{ plan.hour }}{{ plan.days }}{{ plan.note }}<b ng-click="change()">change</b>
      <bed-zone ${name}="${given}"></bed-zone>
    </div>`,
    `${controller(`$scope.plan = { note: '', hour: 6, days: 3 };
$scope.change = function () {
  $scope.plan = { note: 'mist', hour: 7, days: 2 };
};`)}
.component('bedZone', { bindings: { ${name}: '<' }, template: '<bed-tray ${name}="$ctrl.${name}"></bed-tray>' })
.component('bedTray', { bindings: { ${name}: '<' }, template: '<b>{{ $ctrl.${shown} }}</b>' })`,
  );

/** A gauge that shows some of what it is given. */
export const gauged = (shown: string): Sources =>
  scopes(
    '<bed-gauge label="north" depth="2"></bed-gauge>',
    `.component('bedGauge', {
  bindings: { label: '@', depth: '<' },
  template: '<b>${shown}</b>',
})`,
  );

/** A size that is kept up to date, in one way or another. */
export const measuring = (sets: string): Sources =>
  scopes(
    '<div ng-controller="House">{{ size }}</div>',
    controller(`$scope.size = 0;
setTimeout(function () {
  ${sets}
});`),
  );
