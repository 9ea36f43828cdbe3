/** Folded or not: for each component that takes it over, a state of its own. */
export default {
  data() {
    return { folded: false };
  },
  methods: {
    toggle() {
      this.folded = !this.folded;
    },
  },
};
