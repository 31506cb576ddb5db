import { transfer, wrap } from "comlink";
import type { ScanWorker } from "./scan.worker";

/** Whether the camera shows anything: refused by whoever holds the device, or there is none that can be used. */
export type Camera = "open" | "refused" | "none";

const everyMs = 180;
/** Wide enough for a code a hand's breadth across at a metre. */
const readWidth = 800;

/** Looks for codes in what the camera shows and tells each text it reads, until it is closed. */
export class Scanner {
  private stream: MediaStream | undefined;
  private worker: Worker | undefined;
  private timer: ReturnType<typeof setTimeout> | undefined;
  private closed = false;

  constructor(
    private readonly video: HTMLVideoElement,
    private readonly heard: (text: string) => void,
    /** What reads the codes could not be loaded. */
    private readonly failed: () => void,
  ) {}

  async open(): Promise<Camera> {
    const camera = await this.openCamera();
    if (camera !== "open" || this.closed) return camera;
    this.worker = new Worker(new URL("./scan.worker.ts", import.meta.url), { type: "module" });
    this.worker.onerror = () => this.failed();
    const reader = wrap<ScanWorker>(this.worker);
    const canvas = document.createElement("canvas");
    const pen = canvas.getContext("2d", { willReadFrequently: true });
    const look = async () => {
      const { videoWidth, videoHeight } = this.video;
      if (pen !== null && videoWidth > 0) {
        canvas.width = Math.min(readWidth, videoWidth);
        canvas.height = Math.round((canvas.width * videoHeight) / videoWidth);
        pen.drawImage(this.video, 0, 0, canvas.width, canvas.height);
        const image = pen.getImageData(0, 0, canvas.width, canvas.height);
        const texts = await reader.read(transfer(image, [image.data.buffer])).catch(() => []);
        if (this.closed) return;
        for (const text of texts) this.heard(text);
      }
      this.timer = setTimeout(() => void look(), everyMs);
    };
    void look();
    return "open";
  }

  private async openCamera(): Promise<Camera> {
    if (navigator.mediaDevices?.getUserMedia === undefined) return "none";
    try {
      const wanted = { facingMode: "environment", width: { ideal: 1280 } };
      this.stream = await navigator.mediaDevices.getUserMedia({ video: wanted });
    } catch (error) {
      return error instanceof DOMException && error.name === "NotAllowedError" ? "refused" : "none";
    }
    if (this.closed) this.stop();
    else {
      this.video.srcObject = this.stream;
      await this.video.play().catch(() => undefined);
    }
    return "open";
  }

  close(): void {
    this.closed = true;
    clearTimeout(this.timer);
    this.worker?.terminate();
    this.stop();
  }

  private stop(): void {
    for (const track of this.stream?.getTracks() ?? []) track.stop();
  }
}
