export { filesApi, type FilesPorts } from './files.api';
export { Files } from './files';
export { fileRoute } from './file.routes';
