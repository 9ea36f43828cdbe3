(function () {
  'use strict';

  angular.module('glasshouse').factory('water', [
    '$rootScope',
    function ($rootScope) {
      var litres = 0;
      return {
        given: function () {
          return litres;
        },
        give: function (more) {
          litres = litres + more;
          $rootScope.$broadcast('watered', more);
        },
      };
    },
  ]);
})();
