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
      { title: 'Water', path: '/water' },
      { title: 'Seeds', path: '/seeds' },
      { title: 'Bench', path: '/bench' },
    ];
    vm.choose = choose;
    vm.next = next;
    vm.turn = turn;

    $scope.$on('bed:picked', function (event, bed) {
      vm.picked = bed;
    });

    function choose(unit) {
      vm.unit = unit;
    }

    function next() {
      var page = vm.pages[0];
      vm.pages = vm.pages.slice(1).concat(page);
      $location.path(page.path);
    }

    // Everybody reads the season from the outermost scope, and anybody may set it there.
    function turn() {
      $rootScope.season = $rootScope.season === 'spring' ? 'autumn' : 'spring';
    }
  }
})();
