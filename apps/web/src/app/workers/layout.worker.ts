import 'elkjs/lib/elk-worker.min.js';
