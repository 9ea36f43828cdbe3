(function () {
  'use strict';

  angular.module('glasshouse').component('ventLever', {
    bindings: { open: '=', onAir: '&' },
    template: '<button ng-click="$ctrl.pull()">Vent {{ $ctrl.open }}</button>',
    controller: VentLever,
  });

  function VentLever() {
    var vm = this;
    vm.pull = function () {
      vm.open = vm.open === 'closed' ? 'ajar' : 'closed';
      vm.onAir();
    };
  }
})();
