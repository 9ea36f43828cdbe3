(function () {
  'use strict';

  angular.module('glasshouse').directive('foldPanel', function () {
    return {
      restrict: 'E',
      transclude: true,
      scope: { title: '@' },
      templateUrl: 'src/app/beds/foldPanel.html',
      link: function (scope) {
        scope.folded = false;
      },
    };
  });
})();
