(function () {
  'use strict';

  angular.module('glasshouse').component('unitSwitch', {
    bindings: { unit: '<', onChoose: '&' },
    template: '<button ng-click="$ctrl.onChoose({ unit: $ctrl.other() })">' + 'Shown in {{ $ctrl.unit }}' + '</button>',
    controller: UnitSwitch,
  });

  function UnitSwitch() {
    var vm = this;
    vm.other = function () {
      return vm.unit === 'celsius' ? 'kelvin' : 'celsius';
    };
  }
})();
