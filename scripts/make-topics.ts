/**
 * Works out the vectors of the headings anew, for the encoder that is used:
 * `data/topics/vectors.*`.
 */
import { writeFileSync } from 'node:fs';
import { readEncoderConfig } from '../src/workers/encoder-config';
import { encodeTopics, packTopics, readHeadings } from '../src/workers/topics';

const topics = await encodeTopics(readHeadings());
const size = topics[0]!.named.en.length;
writeFileSync('data/topics/vectors.bin', new Uint8Array(packTopics(topics).buffer));
writeFileSync('data/topics/vectors.json', JSON.stringify({ encoder: readEncoderConfig().name, size }) + '\n');
