(function () {
  'use strict';

  angular.module('glasshouse').controller('HouseController', HouseController);

  HouseController.$inject = ['$scope', '$rootScope', '$location'];

  function HouseController($scope, $rootScope, $location) {
    var vm = this;
    vm.name = 'Propagation house';
    vm.unit = 'celsius';
    vm.picked = null;
    vm.pages = [
      { title: 'Bench', path: '/bench' },
      { title: 'Water', path: '/water' },
      { title: 'Seeds', path: '/seeds' },
    ];
    vm.choose = choose;
    vm.open = open;
    vm.turn = turn;

    $scope.$on('bed:picked', function (event, bed) {
      vm.picked = bed;
    });

    function choose(unit) {
      vm.unit = unit;
    }

    function open(page) {
      $location.path(page.path);
    }

    // Everybody reads the season from the outermost scope, and anybody may set it there.
    function turn() {
      $rootScope.season = $rootScope.season === 'spring' ? 'autumn' : 'spring';
    }
  }
})();
