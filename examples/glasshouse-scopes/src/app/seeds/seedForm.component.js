(function () {
  'use strict';

  angular.module('glasshouse').component('seedForm', {
    bindings: { draft: '<' },
    templateUrl: 'src/app/seeds/seedForm.html',
    controller: ['$rootScope', 'TOPICS', 'seedStore', SeedForm],
  });

  function SeedForm($rootScope, TOPICS, seedStore) {
    var vm = this;
    vm.kinds = seedStore.kinds;
    vm.sow = function () {
      seedStore.sow(vm.draft.kind);
      $rootScope.$broadcast(TOPICS.SOWN, { kind: vm.draft.kind });
    };
  }
})();
