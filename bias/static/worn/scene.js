// A cloth on a body, painted: lit from where one looks, its rows as fine lines, its stripes and threads in their colours.
import { ribbon } from "./mesh.js";

/** @typedef {[number, number, number]} Colour red, green and blue, 0 to 1 */
/** @typedef {{body: Colour, cloth: Colour, line: Colour, thread: Colour, inks: Colour[]}} Colours */
/** @typedef {{turn: number, tilt: number, near: number, middle: [number, number]}} Look
 * radians round and up, how near, and what is in the middle: how far beside and above the base of the neck, in cm */

const WIDE_CM = 0.5;
const OFF_CM = 0.12;
const DISTANCE_CM = 260;
const SEEN_CM = 92;
const LEAST_DOTS = 5;

const TURNED = `#version 300 es
in vec3 place; in vec3 normal; in float row;
uniform mat3 turned; uniform vec2 middle; uniform vec2 scale; uniform float lift;
out vec3 out_; out float row_;
void main() {
  vec3 at = turned * (place - vec3(middle.x, middle.y, 0.0));
  out_ = turned * normal; row_ = row;
  float away = ${DISTANCE_CM}.0 - at.z;
  gl_Position = vec4(at.xy * scale * ${DISTANCE_CM}.0, (away - lift - ${DISTANCE_CM}.0) / 150.0 * away, away);
}`;

const LIT = `#version 300 es
precision highp float;
in vec3 out_; in float row_;
uniform vec3 colour; uniform vec3 line; uniform float every; uniform float rows; uniform sampler2D inks; uniform bool striped;
out vec4 dot_;
void main() {
  vec3 way = normalize(gl_FrontFacing ? out_ : -out_);
  float light = 0.56 + 0.34 * max(dot(way, normalize(vec3(-0.35, 0.5, 0.8))), 0.0) + 0.14 * way.z;
  vec3 ink = striped ? texture(inks, vec2((floor(row_) + 0.5) / rows, 0.5)).rgb : colour;
  if (every > 0.0) {
    float at = row_ / every, wide = fwidth(at);
    float near = 1.0 - smoothstep(0.4, 1.3, abs(fract(at + 0.5) - 0.5) / max(wide, 1e-5));
    ink = mix(ink, line, 0.55 * near);
  }
  dot_ = vec4(ink * light * (gl_FrontFacing ? 1.0 : 0.82), 1.0);
}`;

export class Scene {
  /**
   * @param {HTMLCanvasElement} canvas
   * @returns {Scene | null} nothing where the browser draws no such pictures
   */
  static on(canvas) {
    const gl = canvas.getContext("webgl2", { antialias: true, alpha: true });
    return gl ? new Scene(canvas, gl) : null;
  }

  /** @param {HTMLCanvasElement} canvas @param {WebGL2RenderingContext} gl */
  constructor(canvas, gl) {
    this.canvas = canvas;
    this.gl = gl;
    this.program = program(gl, TURNED, LIT);
    /** @type {import("./mesh.js").Cloth | null} */
    this.cloth = null;
    /** @type {{layer: Layer, kind: "body" | "cloth" | "thread"}[]} */
    this.layers = [];
  }

  /** @param {import("./mesh.js").Mesh} skin @param {import("./mesh.js").Cloth} cloth */
  show(skin, cloth) {
    const gl = this.gl;
    for (const { layer } of this.layers) layer.forget();
    this.cloth = cloth;
    this.layers = [
      { kind: "body", layer: new Layer(gl, this.program, skin.places, skin.triangles, skin.normals) },
      { kind: "cloth", layer: new Layer(gl, this.program, cloth.places, cloth.triangles, cloth.normals, cloth.rows) },
    ];
    for (const thread of cloth.threads) {
      const { places, triangles } = ribbon(cloth, thread, WIDE_CM, OFF_CM);
      this.layers.push({ kind: "thread", layer: new Layer(gl, this.program, places, triangles) });
    }
  }

  /** @param {Colours} colours */
  paint(colours) {
    this.colours = colours;
    if (this.cloth && this.cloth.bands.length > 1) this.stripes = this.striped(this.cloth, colours.inks);
    else this.stripes = null;
  }

  /** @param {import("./mesh.js").Cloth} cloth @param {Colour[]} inks */
  striped(cloth, inks) {
    const gl = this.gl;
    const dots = new Uint8Array(4 * (cloth.last + 1));
    let band = 0;
    for (let row = 0; row <= cloth.last; row++) {
      while (band + 1 < cloth.bands.length && cloth.bands[band + 1][0] <= row) band++;
      const ink = inks[cloth.bands[band][1] % inks.length];
      dots.set([...ink.map((part) => Math.round(255 * part)), 255], 4 * row);
    }
    const made = gl.createTexture();
    gl.bindTexture(gl.TEXTURE_2D, made);
    gl.texImage2D(gl.TEXTURE_2D, 0, gl.RGBA, cloth.last + 1, 1, 0, gl.RGBA, gl.UNSIGNED_BYTE, dots);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST);
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_WRAP_S, gl.CLAMP_TO_EDGE);
    return made;
  }

  /** @param {Look} look */
  draw(look) {
    const { gl, canvas, program, colours } = this;
    if (!colours || !this.cloth) return;
    const [wide, high] = [canvas.width, canvas.height];
    gl.viewport(0, 0, wide, high);
    gl.clearColor(0, 0, 0, 0);
    gl.clear(gl.COLOR_BUFFER_BIT | gl.DEPTH_BUFFER_BIT);
    gl.enable(gl.DEPTH_TEST);
    gl.useProgram(program);
    const dots = (Math.min(wide, high) / SEEN_CM) * look.near;
    gl.uniformMatrix3fv(at(gl, program, "turned"), false, turned(look.turn, look.tilt));
    gl.uniform2f(at(gl, program, "middle"), ...look.middle);
    gl.uniform2f(at(gl, program, "scale"), (2 * dots) / wide, (2 * dots) / high);
    gl.uniform1f(at(gl, program, "rows"), this.cloth.last + 1);
    for (const { layer, kind } of this.layers) {
      const cloth = kind === "cloth";
      gl.uniform1f(at(gl, program, "lift"), kind === "body" ? 0 : cloth ? 0.9 : 1.0);
      gl.uniform1f(at(gl, program, "every"), cloth ? this.every(dots) : 0);
      gl.uniform1i(at(gl, program, "striped"), cloth && this.stripes ? 1 : 0);
      gl.uniform3f(at(gl, program, "colour"), ...colours[kind]);
      gl.uniform3f(at(gl, program, "line"), ...colours.line);
      if (this.stripes) gl.bindTexture(gl.TEXTURE_2D, this.stripes);
      layer.draw();
    }
  }

  /** So many rows to a line that two lines stand a few dots apart. @param {number} dots to a centimetre */
  every(dots) {
    const cloth = /** @type {import("./mesh.js").Cloth} */ (this.cloth);
    let least = 2;
    const row = rowCm(cloth) * dots;
    while (row * least < LEAST_DOTS) least *= 2;
    return least;
  }
}

/** How far apart rows are on the whole, in cm. @param {import("./mesh.js").Cloth} cloth */
function rowCm(cloth) {
  let [rows, cm] = [0, 0];
  for (const thread of cloth.threads)
    for (let at = 1; at < thread.length; at++) {
      const [a, b] = [3 * thread[at - 1], 3 * thread[at]];
      cm += Math.hypot(...[0, 1, 2].map((axis) => cloth.places[b + axis] - cloth.places[a + axis]));
      rows += Math.abs(cloth.rows[thread[at]] - cloth.rows[thread[at - 1]]);
    }
  return rows ? cm / rows : 1;
}

class Layer {
  /**
   * @param {WebGL2RenderingContext} gl
   * @param {WebGLProgram} program
   * @param {Float32Array} places
   * @param {Uint16Array} triangles
   * @param {Float32Array} [normals]
   * @param {Float32Array} [rows]
   */
  constructor(gl, program, places, triangles, normals, rows) {
    this.gl = gl;
    this.count = triangles.length;
    this.buffers = [gl.createBuffer()];
    this.array = gl.createVertexArray();
    gl.bindVertexArray(this.array);
    for (const [name, size, data] of /** @type {[string, number, Float32Array | undefined][]} */ ([
      ["place", 3, places],
      ["normal", 3, normals],
      ["row", 1, rows],
    ])) {
      const to = gl.getAttribLocation(program, name);
      if (data === undefined) {
        gl.vertexAttrib3f(to, 0, 0, 1);
        continue;
      }
      const buffer = gl.createBuffer();
      this.buffers.push(buffer);
      gl.bindBuffer(gl.ARRAY_BUFFER, buffer);
      gl.bufferData(gl.ARRAY_BUFFER, data, gl.STATIC_DRAW);
      gl.enableVertexAttribArray(to);
      gl.vertexAttribPointer(to, size, gl.FLOAT, false, 0, 0);
    }
    gl.bindBuffer(gl.ELEMENT_ARRAY_BUFFER, this.buffers[0]);
    gl.bufferData(gl.ELEMENT_ARRAY_BUFFER, triangles, gl.STATIC_DRAW);
    gl.bindVertexArray(null);
  }

  draw() {
    this.gl.bindVertexArray(this.array);
    this.gl.drawElements(this.gl.TRIANGLES, this.count, this.gl.UNSIGNED_SHORT, 0);
  }

  forget() {
    for (const buffer of this.buffers) this.gl.deleteBuffer(buffer);
    this.gl.deleteVertexArray(this.array);
  }
}

/** @param {WebGL2RenderingContext} gl @param {WebGLProgram} program @param {string} name */
function at(gl, program, name) {
  return gl.getUniformLocation(program, name);
}

/** @param {WebGL2RenderingContext} gl @param {string} vertex @param {string} fragment */
function program(gl, vertex, fragment) {
  const made = gl.createProgram();
  for (const [kind, source] of /** @type {[number, string][]} */ ([
    [gl.VERTEX_SHADER, vertex],
    [gl.FRAGMENT_SHADER, fragment],
  ])) {
    const shader = /** @type {WebGLShader} */ (gl.createShader(kind));
    gl.shaderSource(shader, source);
    gl.compileShader(shader);
    gl.attachShader(made, shader);
  }
  gl.linkProgram(made);
  if (!gl.getProgramParameter(made, gl.LINK_STATUS)) throw new Error(String(gl.getProgramInfoLog(made)));
  return made;
}

/** The turn of all places, column by column. @param {number} turn @param {number} tilt */
function turned(turn, tilt) {
  const [c, s, C, S] = [Math.cos(turn), Math.sin(turn), Math.cos(tilt), Math.sin(tilt)];
  return [c, s * S, -s * C, 0, C, S, s, -c * S, c * C];
}
