(function () {
  'use strict';

  angular.module('glasshouse').component('lampSwitch', {
    bindings: { lamp: '<' },
    template: '<button ng-click="$ctrl.flip()">{{ $ctrl.lamp }} {{ $ctrl.on }}</button>',
    controller: ['$scope', LampSwitch],
  });

  // The wall listens for another name.
  function LampSwitch($scope) {
    var vm = this;
    vm.on = false;
    vm.flip = function () {
      vm.on = !vm.on;
      $scope.$emit('lamp:fliped', vm.on);
    };
  }
})();
