(function () {
  'use strict';

  angular.module('glasshouse').controller('WaterController', [
    '$scope',
    'water',
    function ($scope, water) {
      $scope.water = water;
      $scope.can = { litres: 3 };
      $scope.fill = function (litres) {
        $scope.can.litres = litres;
      };
    },
  ]);
})();
