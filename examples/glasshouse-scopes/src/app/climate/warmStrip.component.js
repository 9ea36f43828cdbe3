(function () {
  'use strict';

  angular.module('glasshouse').component('warmStrip', {
    bindings: { beds: '<', unit: '<' },
    template:
      '<warm-row ng-repeat="bed in $ctrl.beds" name="bed.name" warmth="bed.warmth" unit="$ctrl.unit"></warm-row>',
  });
})();
