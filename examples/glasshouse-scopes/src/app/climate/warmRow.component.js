(function () {
  'use strict';

  angular.module('glasshouse').component('warmRow', {
    bindings: { name: '<', warmth: '<', unit: '<' },
    template: '<p>{{ $ctrl.name }} <temp-gauge warmth="$ctrl.warmth" unit="$ctrl.unit"></temp-gauge></p>',
  });
})();
