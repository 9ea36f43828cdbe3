(function () {
  'use strict';

  angular.module('glasshouse').component('sowCount', {
    template: '<p>{{ $ctrl.rows }} rows</p>',
    controller: ['$scope', 'TOPICS', SowCount],
  });

  // What is sent has no rows.
  function SowCount($scope, TOPICS) {
    var vm = this;
    vm.rows = 0;
    $scope.$on(TOPICS.SOWN, function (event, seed) {
      vm.rows = vm.rows + seed.rows;
    });
  }
})();
