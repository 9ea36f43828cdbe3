(function () {
  'use strict';

  angular.module('glasshouse').directive('tempGauge', tempGauge);

  function tempGauge() {
    var directive = {
      restrict: 'E',
      scope: { warmth: '<', unit: '<' },
      template: '<b>{{ shown() }} {{ unit }}</b>',
      link: link,
    };
    return directive;

    function link(scope) {
      scope.shown = function () {
        return scope.unit === 'kelvin' ? scope.warmth + 273 : scope.warmth;
      };
    }
  }
})();
