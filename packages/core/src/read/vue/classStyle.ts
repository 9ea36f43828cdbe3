/**
 * Components written as classes (`@Component export default class Bed extends Vue { … }`): the same as options, which their decorators
 * turn them into. They are read as those options, each part where it stands in the class.
 */
import type * as t from '@babel/types';
import { decoratorOf } from '../component/decorators';
import { fieldOf } from '../script/patterns';

type ClassNode = t.ClassDeclaration | t.ClassExpression;

const COMPONENT = /^(Component|Options)$/;
/** What a class of the family extends, where it extends no component of the project’s. */
const BASE = /^(Vue|VueComponent|ComponentBase)$/;
/** Calls that put several together to one that is extended. */
const MIXING = /^[mM]ixins$/;
/** Methods that stand beside the others as options of their own. */
const OPTION =
  /^(data|render|setup|metaInfo|head|beforeCreate|created|beforeMount|mounted|beforeUpdate|updated|activated|deactivated|beforeDestroy|destroyed|beforeUnmount|unmounted|errorCaptured|beforeRoute\w+)$/;
/** Decorators of members that are taken from elsewhere: from a store, a stream, a library’s own. */
const OWN_FIELD = /^(Prop|PropSync|Model|ModelSync|VModel|Inject|InjectReactive|Provide|ProvideReactive|Ref)$/;

/** The options that a class stands for; null where it is no component. */
export function optionsOfClass(node: ClassNode): t.ObjectExpression | null {
  const component = decoratorOf(node, COMPONENT);
  if (!component && !(node.superClass?.type === 'Identifier' && BASE.test(node.superClass.name))) return null;
  const [options] = component?.args ?? [];
  return new ClassOptions(node, options?.type === 'ObjectExpression' ? options : null).read();
}

/** Whether a class may send events that are not to be seen in it: what its decorators send. */
export function sendsByDecorators({ body }: ClassNode): boolean {
  return body.body.some((member) => decoratorOf(member, /^(Emit|PropSync|ModelSync|VModel)$/) !== null);
}

/** The parts of options that a class is sorted into. */
interface Parts {
  props: t.ObjectProperty[];
  data: t.ObjectProperty[];
  computed: t.ObjectProperty[];
  methods: t.ObjectMethod[];
  watch: t.ObjectProperty[];
  inject: t.ObjectProperty[];
  provide: t.ObjectProperty[];
}

class ClassOptions {
  private readonly parts: Parts = {
    props: [],
    data: [],
    computed: [],
    methods: [],
    watch: [],
    inject: [],
    provide: [],
  };
  private readonly options: (t.ObjectMember | t.SpreadElement)[] = [];

  constructor(
    private readonly node: ClassNode,
    argument: t.ObjectExpression | null,
  ) {
    this.options.push(...(argument?.properties ?? []));
  }

  read(): t.ObjectExpression {
    this.extend();
    for (const member of this.node.body.body) {
      if (member.type === 'ClassProperty' && !member.static) this.field(member);
      else if (member.type === 'ClassMethod' && !member.static) this.method(member);
    }
    const { data, provide, ...others } = this.parts;
    for (const [name, members] of Object.entries(others)) this.add(name, members);
    for (const [name, members] of Object.entries({ data, provide }))
      if (members.length > 0) this.options.push(this.returning(name, members));
    return at(this.node, { type: 'ObjectExpression', properties: this.options });
  }

  /** One part; what the decorator of the class is given by that name is part of it. */
  private add(name: string, members: (t.ObjectProperty | t.ObjectMethod)[]): void {
    const index = this.options.findIndex((one) => one.type === 'ObjectProperty' && nameOf(one.key) === name);
    const known = this.options[index];
    if (members.length === 0) return;
    if (known?.type !== 'ObjectProperty') {
      const value = at<t.ObjectExpression>(this.node, { type: 'ObjectExpression', properties: members });
      this.options.push(property(this.node, name, value));
    } else if (known.value.type === 'ObjectExpression')
      this.options[index] = {
        ...known,
        value: { ...known.value, properties: [...known.value.properties, ...members] },
      };
  }

  private returning(name: string, members: t.ObjectProperty[]): t.ObjectProperty {
    const object = at<t.ObjectExpression>(this.node, { type: 'ObjectExpression', properties: members });
    const arrow = {
      type: 'ArrowFunctionExpression' as const,
      params: [],
      body: object,
      async: false,
      expression: true,
    };
    return property(this.node, name, at<t.ArrowFunctionExpression>(this.node, arrow));
  }

  private extend(): void {
    const { superClass } = this.node;
    if (superClass?.type === 'Identifier' && !BASE.test(superClass.name))
      this.options.push(property(superClass, 'extends', superClass));
    if (superClass?.type !== 'CallExpression') return;
    const { callee } = superClass;
    if (callee.type !== 'Identifier' || !MIXING.test(callee.name)) return;
    const elements = superClass.arguments.filter((one): one is t.Expression => one.type !== 'SpreadElement');
    this.options.push(
      property(superClass, 'mixins', at<t.ArrayExpression>(superClass, { type: 'ArrayExpression', elements })),
    );
  }

  private field(member: t.ClassProperty): void {
    const { key } = member;
    const name = fieldOf(key, member.computed);
    const decorator = decoratorOf(member, OWN_FIELD);
    if (!decorator) {
      // A decorator that is not known here fills the field from elsewhere.
      if (member.decorators?.length || !member.value) return;
      this.parts.data.push(property(key, name, member.value, key));
      return;
    }
    const [first, second] = decorator.args;
    const text = first?.type === 'StringLiteral' ? first : null;
    const nothing = at<t.NullLiteral>(key, { type: 'NullLiteral' });
    switch (decorator.name) {
      case 'Prop':
        return void this.parts.props.push(property(key, name, asExpression(first) ?? nothing, key));
      case 'Model':
        if (text) this.bindBothWays(name, text);
        return void this.parts.props.push(property(key, name, asExpression(text ? second : first) ?? nothing, key));
      case 'PropSync':
      case 'ModelSync':
        if (!text) return;
        this.parts.props.push(property(text, text.value, nothing, text));
        return this.computedFrom(key, name, text.value);
      case 'VModel':
        this.parts.props.push(property(key, 'value', nothing, key));
        return this.computedFrom(key, name, 'value');
      case 'Inject':
      case 'InjectReactive':
        return void this.parts.inject.push(property(key, name, this.injected(key, name, first), key));
      case 'Provide':
      case 'ProvideReactive': {
        if (member.value) this.parts.data.push(property(key, name, member.value, key));
        const under = text?.value ?? name;
        return void this.parts.provide.push(property(key, under, ownField(key, name), key));
      }
      case 'Ref':
        return this.computedFrom(key, name, text?.value ?? name, '$refs');
    }
  }

  /** `@Model('change') lit`: what is bound without a name comes in under this one. */
  private bindBothWays(name: string, event: t.StringLiteral): void {
    const prop = property(event, 'prop', at<t.StringLiteral>(event, { type: 'StringLiteral', value: name }));
    const members = [prop, property(event, 'event', event)];
    this.options.push(
      property(event, 'model', at<t.ObjectExpression>(event, { type: 'ObjectExpression', properties: members })),
    );
  }

  /** A field that says what another does: `this.lit`, `this.$refs.lit`. */
  private computedFrom(key: t.Node, name: string, from: string, through: string | null = null): void {
    const field = through === null ? ownField(key, from) : fieldOfObject(key, ownField(key, through), from);
    const arrow = { type: 'ArrowFunctionExpression' as const, params: [], body: field, async: false, expression: true };
    this.parts.computed.push(property(key, name, at<t.ArrowFunctionExpression>(key, arrow), key));
  }

  private injected(key: t.Node, name: string, argument: t.Node | undefined): t.Expression {
    if (argument?.type === 'ObjectExpression') return argument;
    const from =
      argument?.type === 'StringLiteral' ? argument : at<t.StringLiteral>(key, { type: 'StringLiteral', value: name });
    const properties = [property(key, 'from', from)];
    return at<t.ObjectExpression>(key, { type: 'ObjectExpression', properties });
  }

  private method(member: t.ClassMethod): void {
    const { key } = member;
    const name = fieldOf(key, member.computed);
    const method = { ...member, type: 'ObjectMethod', kind: 'method', decorators: null } as unknown as t.ObjectMethod;
    if (member.kind === 'constructor') return;
    if (member.kind === 'get') {
      const get = { ...method, key: at<t.Identifier>(key, { type: 'Identifier', name: 'get' }), computed: false };
      const value = at<t.ObjectExpression>(member, { type: 'ObjectExpression', properties: [get] });
      return void this.parts.computed.push(property(key, name, value, key));
    }
    // What is set runs as a method does, whoever sets it.
    if (member.kind === 'set') return;
    if (OPTION.test(name)) return void this.options.push(method);
    this.parts.methods.push(method);
    const watch = decoratorOf(member, /^Watch$/);
    const [path] = watch?.args ?? [];
    if (path?.type === 'StringLiteral')
      this.parts.watch.push(
        property(path, path.value, at<t.StringLiteral>(key, { type: 'StringLiteral', value: name }), path),
      );
  }
}

/** A node of a tree that no source has, at the place of one that it stands for. */
function at<Node extends t.Node>(place: t.Node, node: Partial<Node> & { type: Node['type'] }): Node {
  const { loc, start, end } = place;
  return { ...node, loc, start, end } as unknown as Node;
}

function property(place: t.Node, name: string, value: t.Expression, key: t.Node = place): t.ObjectProperty {
  return at<t.ObjectProperty>(place, {
    type: 'ObjectProperty',
    key: at<t.Identifier>(key, { type: 'Identifier', name }),
    value,
    computed: false,
    shorthand: false,
  });
}

function ownField(place: t.Node, name: string): t.MemberExpression {
  return fieldOfObject(place, at<t.ThisExpression>(place, { type: 'ThisExpression' }), name);
}

function fieldOfObject(place: t.Node, object: t.Expression, name: string): t.MemberExpression {
  const field = at<t.Identifier>(place, { type: 'Identifier', name });
  return at<t.MemberExpression>(place, { type: 'MemberExpression', object, property: field, computed: false });
}

function nameOf(key: t.Node): string {
  return key.type === 'Identifier' ? key.name : key.type === 'StringLiteral' ? key.value : '';
}

function asExpression(node: t.Node | undefined): t.Expression | null {
  return node && !/^(SpreadElement|ArgumentPlaceholder)$/.test(node.type) ? (node as t.Expression) : null;
}
