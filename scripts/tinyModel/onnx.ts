import protobuf from 'protobufjs';

/**
 * The messages of the open ONNX format that a small graph needs (field numbers after its published
 * `onnx.proto`, from memory; the runtime reads what is written).
 */
const PROTO = `
syntax = "proto3";
message Attribute { string name = 1; int64 i = 3; repeated int64 ints = 8; int32 type = 20; }
message Node { repeated string input = 1; repeated string output = 2; string name = 3; string op_type = 4; repeated Attribute attribute = 5; }
message Tensor { repeated int64 dims = 1; int32 data_type = 2; string name = 8; bytes raw_data = 9; }
message Dimension { oneof value { int64 dim_value = 1; string dim_param = 2; } }
message Shape { repeated Dimension dim = 1; }
message TensorType { int32 elem_type = 1; Shape shape = 2; }
message Type { TensorType tensor_type = 1; }
message ValueInfo { string name = 1; Type type = 2; }
message Graph { repeated Node node = 1; string name = 2; repeated Tensor initializer = 5; repeated ValueInfo input = 11; repeated ValueInfo output = 12; }
message OperatorSet { string domain = 1; int64 version = 2; }
message Entry { string key = 1; string value = 2; }
message Model { int64 ir_version = 1; string producer_name = 2; Graph graph = 7; repeated OperatorSet opset_import = 8; repeated Entry metadata_props = 14; }
`;
const { root } = protobuf.parse(PROTO, { keepCase: true });

/** Element types. */
export const FLOAT = 1;
export const INT64 = 7;
/** Types of attributes. */
const INT = 2;

/**
 * How many values an input or output has in each of its dimensions; a name where that is not known before.
 */
type Dimensions = readonly (number | string)[];

interface Value {
  readonly name: string;
  readonly type: typeof FLOAT | typeof INT64;
  readonly dimensions: Dimensions;
}

interface Step {
  readonly operator: string;
  readonly inputs: readonly string[];
  readonly output: string;
  /** Whole numbers that the operator takes. */
  readonly settings?: Readonly<Record<string, number>>;
}

interface Constant {
  readonly name: string;
  readonly values: Float32Array | BigInt64Array;
  readonly dimensions: readonly number[];
}

export interface OnnxGraph {
  readonly inputs: readonly Value[];
  readonly outputs: readonly Value[];
  readonly constants: readonly Constant[];
  readonly steps: readonly Step[];
  /** What a runtime is reported of the model. */
  readonly facts: Readonly<Record<string, string | number>>;
}

/** Operators as they stood in this version of the set. */
const OPERATORS = 13;
const FORMAT = 8;

/** A graph as the bytes of an ONNX file. */
export function onnxFile({ inputs, outputs, constants, steps, facts }: OnnxGraph): Uint8Array {
  const message = {
    ir_version: FORMAT,
    producer_name: 'tiny-model',
    opset_import: [{ domain: '', version: OPERATORS }],
    metadata_props: Object.entries(facts).map(([key, value]) => ({ key, value: String(value) })),
    graph: {
      name: 'tiny',
      input: inputs.map(valueInfo),
      output: outputs.map(valueInfo),
      initializer: constants.map(({ name, values, dimensions }) => ({
        name,
        dims: [...dimensions],
        data_type: values instanceof Float32Array ? FLOAT : INT64,
        raw_data: new Uint8Array(values.buffer, values.byteOffset, values.byteLength),
      })),
      node: steps.map(({ operator, inputs: from, output, settings = {} }) => ({
        input: [...from],
        output: [output],
        name: output,
        op_type: operator,
        attribute: Object.entries(settings).map(([name, i]) => ({ name, i, type: INT })),
      })),
    },
  };
  return root.lookupType('Model').encode(message).finish();
}

function valueInfo({ name, type, dimensions }: Value) {
  const dim = dimensions.map((size) =>
    typeof size === 'number' ? { dim_value: size } : { dim_param: size },
  );
  return { name, type: { tensor_type: { elem_type: type, shape: { dim } } } };
}
