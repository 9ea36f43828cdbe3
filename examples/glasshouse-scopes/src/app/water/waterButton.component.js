(function () {
  'use strict';

  angular.module('glasshouse').component('waterButton', {
    bindings: { litres: '<' },
    template: '<button ng-click="$ctrl.pour()">Give {{ $ctrl.litres }}</button>',
    controller: ['water', WaterButton],
  });

  function WaterButton(water) {
    var vm = this;
    vm.pour = function () {
      water.give(vm.litres);
    };
  }
})();
