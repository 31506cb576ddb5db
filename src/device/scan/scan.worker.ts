import { expose } from "comlink";
import { prepareZXingModule, readBarcodes } from "zxing-wasm/reader";

// Its WebAssembly ships with the app: left to itself it would fetch it from outside.
const wasm = new URL("../../../node_modules/zxing-wasm/dist/reader/zxing_reader.wasm", import.meta.url).href;
prepareZXingModule({ overrides: { locateFile: () => wasm } });

const worker = {
  /** The texts of the codes in one picture of the camera. */
  async read(image: ImageData): Promise<readonly string[]> {
    const found = await readBarcodes(image, {
      formats: ["QRCode", "DataMatrix", "Code128"],
      maxNumberOfSymbols: 4,
    });
    return found.filter(({ isValid }) => isValid).map(({ text }) => text);
  },
};
export type ScanWorker = typeof worker;
expose(worker);
