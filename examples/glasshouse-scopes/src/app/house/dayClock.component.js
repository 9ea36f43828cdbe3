(function () {
  'use strict';

  angular.module('glasshouse').component('dayClock', {
    template: '<time>{{ $ctrl.minutes }}</time>',
    controller: ['$interval', DayClock],
  });

  // It goes on when the clock is gone.
  function DayClock($interval) {
    var vm = this;
    vm.minutes = 0;
    vm.$onInit = function () {
      $interval(function () {
        vm.minutes = vm.minutes + 1;
      }, 60000);
    };
  }
})();
