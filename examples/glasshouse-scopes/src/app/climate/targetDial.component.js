(function () {
  'use strict';

  angular.module('glasshouse').component('targetDial', {
    templateUrl: 'src/app/climate/targetDial.html',
    controller: ['climate', TargetDial],
  });

  function TargetDial(climate) {
    var vm = this;
    vm.climate = climate;
    vm.warmer = function () {
      climate.warm(climate.target + 1);
    };
    // Past the function that the service has for it.
    vm.wetter = function () {
      climate.mist = climate.mist + 5;
    };
  }
})();
