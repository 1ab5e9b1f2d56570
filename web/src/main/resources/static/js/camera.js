/* Codes read with the camera, into any field that takes them: QR, Data Matrix, Code 128. The browser reads them where it can,
   else the library does that comes with Wartung. Nothing of the picture leaves the browser. */
'use strict';

const camera = {
  can: () => Boolean(navigator.mediaDevices?.getUserMedia) && matchMedia('(max-width: 56em), (pointer: coarse)').matches,
  FORMATS: ['qr_code', 'data_matrix', 'code_128'],
  LOOK_EVERY: 200,
  GONE_AFTER: 1500,
  WIDEST: 1280,

  /* Reads a picture; answers with what it says and where: { text, left, top, right, bottom } in its pixels. */
  async reader() {
    if ('BarcodeDetector' in window) {
      const known = await BarcodeDetector.getSupportedFormats();
      if (camera.FORMATS.every(f => known.includes(f))) {
        const detector = new BarcodeDetector({ formats: camera.FORMATS });
        return async canvas => (await detector.detect(canvas)).map(c => ({ text: c.rawValue, left: c.boundingBox.left, top: c.boundingBox.top, right: c.boundingBox.right, bottom: c.boundingBox.bottom }));
      }
    }
    if (!window.ZXing) {
      await new Promise((loaded, failed) => {
        const script = document.createElement('script');
        script.src = '/vendor/zxing/zxing-library.min.js';
        script.onload = loaded;
        script.onerror = failed;
        document.head.append(script);
      });
    }
    const Z = window.ZXing, hints = new Map([[Z.DecodeHintType.POSSIBLE_FORMATS, [Z.BarcodeFormat.QR_CODE, Z.BarcodeFormat.DATA_MATRIX, Z.BarcodeFormat.CODE_128]], [Z.DecodeHintType.TRY_HARDER, true]]);
    return async canvas => {
      const { width, height } = canvas, pixels = canvas.getContext('2d').getImageData(0, 0, width, height).data;
      const grey = new Uint8ClampedArray(width * height);
      for (let i = 0, p = 0; i < grey.length; i++, p += 4) grey[i] = (pixels[p] * 77 + pixels[p + 1] * 151 + pixels[p + 2] * 28) >> 8;
      const decoded = (left, top, across, down) => {
        const part = new Uint8ClampedArray(across * down);
        for (let y = 0; y < down; y++) part.set(grey.subarray((top + y) * width + left, (top + y) * width + left + across), y * across);
        try {
          const reader = new Z.MultiFormatReader();
          reader.setHints(hints);
          return reader.decode(new Z.BinaryBitmap(new Z.HybridBinarizer(new Z.RGBLuminanceSource(part, across, down))));
        } catch { return null; }
      };
      // the whole, then each half: the corners of two codes are taken for one's where both are looked at together
      const most = n => Math.floor(n * 0.56), found = [];
      for (const [left, top, across, down] of [[0, 0, width, height], [0, 0, most(width), height], [width - most(width), 0, most(width), height], [0, 0, width, most(height)], [0, height - most(height), width, most(height)]]) {
        const result = decoded(left, top, across, down);
        if (!result) continue;
        const points = result.getResultPoints(), xs = points.map(p => left + p.getX()), ys = points.map(p => top + p.getY());
        const room = Math.max(24, (Math.max(...xs) - Math.min(...xs)) * 0.35);
        const code = { text: result.getText(), left: Math.max(0, Math.min(...xs) - room), top: Math.max(0, Math.min(...ys) - room), right: Math.min(width, Math.max(...xs) + room), bottom: Math.min(height, Math.max(...ys) + room) };
        found.push(code);
        // what was found is painted over, so that the next look finds another
        for (let y = Math.floor(code.top); y < code.bottom; y++) grey.fill(255, y * width + Math.floor(code.left), y * width + Math.ceil(code.right));
      }
      return found;
    };
  },

  dialog() {
    let dialog = document.getElementById('camera');
    if (dialog) return dialog;
    dialog = document.createElement('dialog');
    dialog.id = 'camera';
    dialog.className = 'camera';
    dialog.setAttribute('aria-labelledby', 'camera-title');
    dialog.innerHTML = '<h2 id="camera-title"></h2><div class="seen"><video muted playsinline></video><div class="codes"></div></div><p role="status"></p><div class="do"><button class="btn big quiet" type="button" data-torch hidden>Light</button><button class="btn big" type="button" data-closes>Type it instead</button></div>';
    dialog.addEventListener('close', () => camera.stop(dialog));
    document.body.append(dialog);
    return dialog;
  },

  async open(field) {
    const dialog = camera.dialog(), video = dialog.querySelector('video'), said = dialog.querySelector('[role=status]');
    dialog.querySelector('h2').textContent = camera.name(field);
    dialog.querySelector('.codes').replaceChildren();
    said.textContent = 'Hold the code in the picture.';
    dialog.showModal();
    // who was asked for the camera may answer when it is open for another field
    const opening = dialog.opening = {}, on = () => dialog.open && dialog.opening === opening;
    let stream;
    try {
      stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1280 } } });
    } catch {
      if (on()) said.textContent = 'The camera was refused or is not there. Type what the label says.';
      return;
    }
    if (!on()) { stream.getTracks().forEach(t => t.stop()); return; }
    dialog.stream = stream;
    video.srcObject = stream;
    await video.play().catch(() => {});
    const track = stream.getVideoTracks()[0], torch = dialog.querySelector('[data-torch]');
    torch.hidden = !track.getCapabilities?.().torch;
    // it went out with the picture of the last time
    torch.setAttribute('aria-pressed', 'false');
    torch.onclick = async () => {
      const lit = torch.getAttribute('aria-pressed') !== 'true';
      try { await track.applyConstraints({ advanced: [{ torch: lit }] }); } catch { said.textContent = 'The light cannot be switched here.'; return; }
      torch.setAttribute('aria-pressed', lit);
    };
    let read;
    try { read = await camera.reader(); } catch { if (on()) said.textContent = 'The reader of codes did not load. Type what the label says.'; return; }
    camera.look(dialog, video, read, field, on, '');
  },

  /* One code that is seen twice is taken; of several the one that is tapped. */
  async look(dialog, video, read, field, on, before) {
    if (!on()) return;
    let alone = '';
    if (video.videoWidth) {
      const canvas = camera.canvas ||= document.createElement('canvas'), by = Math.min(1, camera.WIDEST / video.videoWidth);
      canvas.width = Math.round(video.videoWidth * by);
      canvas.height = Math.round(video.videoHeight * by);
      canvas.getContext('2d', { willReadFrequently: true }).drawImage(video, 0, 0, canvas.width, canvas.height);
      const codes = (await read(canvas).catch(() => [])).filter((c, i, all) => c.text && all.findIndex(o => o.text === c.text) === i);
      if (!on()) return;
      if (codes.length > 1) camera.offer(dialog, canvas, codes, field);
      else if (codes.length === 1 && !dialog.querySelector('.codes button')) alone = codes[0].text;
    }
    if (alone && alone === before) camera.take(dialog, field, alone);
    else setTimeout(() => camera.look(dialog, video, read, field, on, alone), camera.LOOK_EVERY);
  },

  /* A code keeps its button from look to look, where a finger is on it even its place: a tap takes longer than a look. */
  offer(dialog, canvas, codes, field) {
    dialog.querySelector('[role=status]').textContent = 'Several codes: tap the one that is meant.';
    const list = dialog.querySelector('.codes'), now = performance.now();
    for (const code of codes) {
      let button = [...list.children].find(b => b.code === code.text);
      if (!button) {
        button = document.createElement('button');
        button.type = 'button';
        button.code = code.text;
        button.textContent = labels.plain(code.text);
        button.onclick = () => camera.take(dialog, field, code.text);
        list.append(button);
      }
      button.seen = now;
      if (button.matches(':active')) continue;
      button.style.left = Math.max(0, 100 * code.left / canvas.width) + '%';
      button.style.top = 100 * (code.top + code.bottom) / 2 / canvas.height + '%';
    }
    [...list.children].filter(b => now - b.seen > camera.GONE_AFTER && !b.matches(':active')).forEach(b => b.remove());
  },

  take(dialog, field, text) {
    dialog.close();
    const value = labels.plain(text);
    if (field.tagName === 'SELECT') {
      const there = labels.offers(field, value);
      const said = field.parentElement.querySelector('.not-there') || field.parentElement.appendChild(Object.assign(document.createElement('p'), { className: 'trouble not-there' }));
      said.setAttribute('role', 'alert');
      said.textContent = there ? '' : value + ' is none of the tools that can be used here.';
      if (!there) return;
    }
    labels.fill(field, value);
    navigator.vibrate?.(60);
    if (field.id === 'scan') field.form.requestSubmit();
  },

  stop(dialog) {
    dialog.stream?.getTracks().forEach(t => t.stop());
    dialog.stream = null;
    dialog.querySelector('video').srcObject = null;
  },

  name: field => (field.getAttribute('aria-label') || [...(field.labels || [])].map(l => [...l.childNodes].filter(n => n.nodeType === Node.TEXT_NODE).map(n => n.textContent.trim()).join(' ') || l.innerText.trim()).join(' ') || 'Code').trim(),

  offerTo(root) {
    if (!camera.can()) return;
    root.querySelectorAll('[data-code]').forEach(field => {
      // a field may outlive what is fetched round it
      if (field.nextElementSibling?.matches('.by-camera')) return;
      const button = document.createElement('button');
      button.type = 'button';
      button.className = 'by-camera';
      button.setAttribute('aria-label', 'With the camera: ' + camera.name(field));
      button.innerHTML = '<svg width="26" height="22" viewBox="0 0 26 22" aria-hidden="true"><path d="M2 5h5l2-3h8l2 3h5v15H2z"/><circle cx="13" cy="12" r="4.5"/></svg>';
      button.onclick = e => { e.preventDefault(); camera.open(field); };
      field.after(button);
    });
  },
};
camera.offerTo(document);
document.addEventListener('htmx:afterSettle', () => camera.offerTo(document));
