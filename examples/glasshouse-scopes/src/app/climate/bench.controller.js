(function () {
  'use strict';

  angular.module('glasshouse').controller('BenchController', BenchController);

  BenchController.$inject = ['$scope', 'climate'];

  function BenchController($scope, climate) {
    var vm = this;
    vm.climate = climate;
    vm.beds = climate.beds;
    // Taken once: what the dial sets later is not seen here.
    vm.mist = climate.mist;
    vm.aired = [];
    vm.looking = true;
    $scope.query = '';

    vm.look = function () {
      vm.looking = !vm.looking;
    };

    $scope.$on('bed:aired', function (event, name) {
      vm.aired = vm.aired.concat(name);
    });
  }
})();
