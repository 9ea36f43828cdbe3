(function () {
  'use strict';

  angular.module('glasshouse').controller('SeedsController', SeedsController);

  SeedsController.$inject = ['seedStore'];

  function SeedsController(seedStore) {
    this.store = seedStore;
    this.draft = { kind: 'Poppy' };
  }
})();
