(function () {
  'use strict';

  angular
    .module('glasshouse', ['ngRoute'])
    .constant('TOPICS', { SOWN: 'seeds:sown' })
    .config([
      '$routeProvider',
      '$compileProvider',
      function ($routeProvider, $compileProvider) {
        $compileProvider.commentDirectivesEnabled(false);
        $routeProvider
          .when('/bench', {
            templateUrl: 'src/app/climate/bench.html',
            controller: 'BenchController',
            controllerAs: 'bench',
          })
          .when('/water', { templateUrl: 'src/app/water/water.html', controller: 'WaterController' })
          .when('/seeds', { templateUrl: 'src/app/seeds/seeds.html', controller: 'SeedsController as seeds' })
          .otherwise({ redirectTo: '/bench' });
      },
    ])
    .run([
      '$rootScope',
      function ($rootScope) {
        $rootScope.season = 'spring';
      },
    ]);
})();
