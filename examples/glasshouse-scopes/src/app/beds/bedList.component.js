(function () {
  'use strict';

  angular.module('glasshouse').component('bedList', {
    transclude: true,
    template: '<div>{{ $ctrl.count }} beds</div><div ng-transclude></div>',
    controller: BedList,
  });

  function BedList() {
    var vm = this;
    vm.count = 0;
    vm.enter = function () {
      vm.count = vm.count + 1;
    };
  }
})();
