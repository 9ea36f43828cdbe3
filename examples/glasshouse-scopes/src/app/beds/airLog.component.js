(function () {
  'use strict';

  angular.module('glasshouse').component('airLog', {
    bindings: { names: '<' },
    template: '<ol><li ng-repeat="name in $ctrl.names track by $index">{{ name }}</li></ol>',
  });
})();
