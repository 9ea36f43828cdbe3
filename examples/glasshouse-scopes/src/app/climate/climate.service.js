(function () {
  'use strict';

  angular.module('glasshouse').service('climate', Climate);

  function Climate() {
    this.target = 18;
    this.mist = 40;
    this.beds = [
      { name: 'Ferns', warmth: 21, open: 'closed' },
      { name: 'Mosses', warmth: 17, open: 'closed' },
    ];
  }

  Climate.prototype.warm = function (target) {
    this.target = target;
  };

  Climate.prototype.spray = function (mist) {
    this.mist = mist;
  };
})();
