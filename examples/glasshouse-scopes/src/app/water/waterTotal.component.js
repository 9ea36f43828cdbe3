(function () {
  'use strict';

  angular.module('glasshouse').component('waterTotal', {
    template: '<p>{{ $ctrl.total }} litres since this page was opened</p>',
    controller: ['$rootScope', WaterTotal],
  });

  // The outermost scope stays, and with it this listener.
  function WaterTotal($rootScope) {
    var vm = this;
    vm.total = 0;
    $rootScope.$on('watered', function (event, litres) {
      vm.total = vm.total + litres;
    });
  }
})();
