(function () {
  'use strict';

  angular.module('glasshouse').component('seedShelf', {
    bindings: { store: '<' },
    template: '<ul><li ng-repeat="kind in $ctrl.store.sown track by $index">{{ kind }}</li></ul>',
  });
})();
