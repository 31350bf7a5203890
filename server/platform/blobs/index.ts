/** Purpose: where files lie: beside the database, in a folder or in a store that speaks S3, behind one interface. */
import type { Config } from '../config';
import type { Blobs } from './blobs';
import { FolderBlobs } from './folder';
import { S3Blobs } from './s3';

export type { Blobs, Part } from './blobs';

export const blobsFor = ({ files }: Pick<Config, 'files'>): Blobs =>
  files.s3 ? new S3Blobs(files.s3) : new FolderBlobs(files.folder);
