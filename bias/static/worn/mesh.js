// What hangs on a body, decoded: whole numbers of two bytes, the least significant first.

const TENTHS_MM = 100;

/**
 * @typedef {Object} Mesh
 * @property {Float32Array} places x, y and z of each, in cm
 * @property {Uint16Array} quads four places of each
 * @property {Float32Array} normals straight out of the surface at each place
 * @property {Uint16Array} triangles
 */

/**
 * @typedef {Mesh & {rows: Float32Array, threads: Uint16Array[], bands: [number, number][], last: number}} Cloth
 * rows: the row at each place; bands: the row from which on an ink is used, and which; last: the last row
 */

class Reader {
  /** @param {ArrayBuffer} data */
  constructor(data) {
    this.view = new DataView(data);
    this.at = 0;
  }

  whole() {
    this.at += 2;
    return this.view.getUint16(this.at - 2, true);
  }

  /** @param {number} count */
  wholes(count) {
    return Uint16Array.from({ length: count }, () => this.whole());
  }

  /** @param {number} count */
  places(count) {
    return Float32Array.from({ length: 3 * count }, () => {
      this.at += 2;
      return this.view.getInt16(this.at - 2, true) / TENTHS_MM;
    });
  }
}

/** @param {ArrayBuffer} data @returns {Cloth} */
export function readCloth(data) {
  const reader = new Reader(data);
  const [places, quads, threads, bands, last] = reader.wholes(5);
  const at = reader.places(places);
  const rows = Float32Array.from(reader.wholes(places));
  const corners = reader.wholes(4 * quads);
  const lines = Array.from({ length: threads }, () => reader.wholes(reader.whole()));
  const inks = Array.from({ length: bands }, () => /** @type {[number, number]} */ ([reader.whole(), reader.whole()]));
  return { ...meshOf(at, corners), rows, threads: lines, bands: inks, last };
}

/** @param {ArrayBuffer} data @returns {Mesh} */
export function readSkin(data) {
  const reader = new Reader(data);
  const [places, quads] = reader.wholes(2);
  return meshOf(reader.places(places), reader.wholes(4 * quads));
}

/** @param {Float32Array} places @param {Uint16Array} quads @returns {Mesh} */
function meshOf(places, quads) {
  const normals = new Float32Array(places.length);
  const triangles = new Uint16Array((quads.length / 4) * 6);
  for (let at = 0, to = 0; at < quads.length; at += 4, to += 6) {
    const [a, b, c, d] = quads.subarray(at, at + 4);
    const out = cross(between(places, a, c), between(places, b, d));
    for (const corner of [a, b, c, d]) for (const axis of [0, 1, 2]) normals[3 * corner + axis] += out[axis];
    const short = length(between(places, a, c)) < length(between(places, b, d));
    triangles.set(short ? [a, b, c, a, c, d] : [a, b, d, b, c, d], to);
  }
  for (let at = 0; at < normals.length; at += 3) {
    const long = Math.hypot(normals[at], normals[at + 1], normals[at + 2]) || 1;
    for (const axis of [0, 1, 2]) normals[at + axis] /= long;
  }
  return { places, quads, normals, triangles };
}

/**
 * A thread as a ribbon on both sides of the cloth: places and triangles.
 * @param {Mesh} mesh @param {Uint16Array} line @param {number} wide in cm @param {number} off in cm
 */
export function ribbon(mesh, line, wide, off) {
  /** @type {number[]} */
  const places = [];
  /** @type {number[]} */
  const triangles = [];
  for (const side of [1, -1]) {
    const first = places.length / 3;
    line.forEach((node, at) => {
      const along = between(mesh.places, line[Math.max(at - 1, 0)], line[Math.min(at + 1, line.length - 1)]);
      const out = [0, 1, 2].map((axis) => side * mesh.normals[3 * node + axis]);
      const across = cross(along, out);
      const long = length(across) || 1;
      for (const edge of [-0.5, 0.5])
        for (const axis of [0, 1, 2])
          places.push(mesh.places[3 * node + axis] + (edge * wide * across[axis]) / long + off * out[axis]);
      const at2 = first + 2 * at;
      if (at + 1 < line.length) triangles.push(at2, at2 + 1, at2 + 2, at2 + 1, at2 + 3, at2 + 2);
    });
  }
  return { places: Float32Array.from(places), triangles: Uint16Array.from(triangles) };
}

/** @param {Float32Array} places @param {number} a @param {number} b */
function between(places, a, b) {
  return [0, 1, 2].map((axis) => places[3 * b + axis] - places[3 * a + axis]);
}

/** @param {number[]} a @param {number[]} b */
function cross(a, b) {
  return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
}

/** @param {number[]} a */
function length(a) {
  return Math.hypot(a[0], a[1], a[2]);
}
