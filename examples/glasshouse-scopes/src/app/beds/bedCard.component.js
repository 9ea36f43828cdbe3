(function () {
  'use strict';

  angular.module('glasshouse').component('bedCard', {
    require: { list: '^bedList' },
    bindings: { bed: '<' },
    template:
      '<article>{{ $ctrl.bed.name }} ' +
      '<vent-lever open="$ctrl.bed.open" on-air="$ctrl.air()"></vent-lever>' +
      '<button ng-click="$ctrl.pick()">Pick</button></article>',
    controller: ['$scope', '$rootScope', BedCard],
  });

  function BedCard($scope, $rootScope) {
    var vm = this;
    vm.$onInit = function () {
      vm.list.enter();
    };
    vm.air = function () {
      $scope.$emit('bed:aired', vm.bed.name);
    };
    // To the whole page, though one controller above is all that listens.
    vm.pick = function () {
      $rootScope.$broadcast('bed:picked', vm.bed);
    };
  }
})();
