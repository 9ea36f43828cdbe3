(function () {
  'use strict';

  angular.module('glasshouse').factory('seedStore', function () {
    var store = {
      kinds: ['Poppy', 'Lupin'],
      sown: [],
      sow: function (kind) {
        store.sown = store.sown.concat(kind);
      },
    };
    return store;
  });
})();
