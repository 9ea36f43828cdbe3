(function () {
  'use strict';

  angular.module('glasshouse').component('lampWall', {
    template: '<p>{{ $ctrl.lit }} lit</p><lamp-switch ng-repeat="lamp in $ctrl.lamps" lamp="lamp"></lamp-switch>',
    controller: ['$scope', LampWall],
  });

  function LampWall($scope) {
    var vm = this;
    vm.lamps = ['north', 'south'];
    vm.lit = 0;
    $scope.$on('lamp:flipped', function (event, on) {
      vm.lit = vm.lit + (on ? 1 : -1);
    });
  }
})();
